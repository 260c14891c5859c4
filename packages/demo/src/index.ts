import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { FileProblem, readJob, readShelfFile, readUnitFile, type JobContent, type Shelf } from '@plucky/contract'
import { type Part, type Unit } from '@plucky/core'

/** The made-up shop, read from its open files by the same import that users have. */
export interface DemoShop {
  readonly units: readonly Unit[]
  readonly shelf: readonly Part[]
  readonly jobs: readonly JobContent[]
}

const data = (path: string) => fileURLToPath(new URL(`../data/${path}`, import.meta.url))
const read = (path: string): unknown => JSON.parse(readFileSync(data(path), 'utf8'))
const filesOf = (folder: string) => readdirSync(data(folder)).sort().map((name) => read(`${folder}/${name}`)) // prettier-ignore

/** Reads Orrery Driveline Works; throws with every problem named where a file contradicts itself. */
export function demoShop(): DemoShop {
  const units = filesOf('units').map(readUnitFile)
  const shelf = readShelfFile(read('shelf.json'))
  const unitOf = (id: string) => units.find((unit) => unit.id === id)
  const partOf = (id: string) => shelf.find((part) => part.id === id)
  return { units, shelf, jobs: filesOf('jobs').map((file) => jobOf(file, { unit: unitOf, part: partOf })) }
}

function jobOf(file: unknown, shop: Shelf): JobContent {
  const read = readJob(file, shop)
  if (!read.ok) throw new FileProblem(read.problems)
  return read.value.job
}
