import { readJob, readShelf, readUnit, writeShelf, type ShelfFile } from '@plucky/contract'
import { demoShop } from '@plucky/demo'
import { lookupOf, type Items } from './items.js'

// Functions of the worker thread for open files.

export const shelf = (file: unknown) => readShelf(file)

export const unit = (file: unknown) => readUnit(file)

/** Reads a job file. `items`: items of this shop that the file may reference. */
export const job = ({ file, items }: { readonly file: unknown; readonly items: Items }) => readJob(file, lookupOf(items))

/** Writes a shelf file. The lists are JSON text from the database. */
export function shelfText(lists: Readonly<Record<keyof ShelfFile, string>>): string {
  // The database stores checked items only.
  const list = <K extends keyof ShelfFile>(kind: K) => JSON.parse(lists[kind]) as ShelfFile[K]
  return writeShelf({ parts: list('parts'), operations: list('operations'), kits: list('kits') })
}

/** Reads the made-up shop. */
export function demo() {
  const { units, shelf, operations, kits, jobs } = demoShop()
  return { units, shelf, operations, kits, jobs }
}
