import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { FileProblem, readJob, readShelfFile, readStandardsFile, readUnitFile, type JobContent, type Lookup } from '@plucky/contract'
import { isRecord, type Catalogue, type Kit, type Operation, type Part, type ShopStandard, type Unit } from '@plucky/core'

/** The made-up shop, read from its open files by the same import that users have. */
export interface DemoShop {
  readonly units: readonly Unit[]
  readonly shelf: readonly Part[]
  readonly operations: readonly Operation[]
  readonly kits: readonly Kit[]
  readonly jobs: readonly JobContent[]
  readonly standards: readonly ShopStandard[]
  readonly catalogue: Catalogue
  readonly lookup: Lookup
}

const data = (path: string) => fileURLToPath(new URL(`../data/${path}`, import.meta.url))
const read = (path: string): unknown => JSON.parse(readFileSync(data(path), 'utf8'))
const filesOf = (folder: string) =>
  readdirSync(data(folder))
    .sort()
    .map((name) => read(`${folder}/${name}`))

/** Ids of the items of the made-up shop, and names of its jobs. */
export interface DemoNames {
  readonly units: readonly string[]
  readonly parts: readonly string[]
  readonly operations: readonly string[]
  readonly kits: readonly string[]
  readonly jobs: readonly string[]
}

/** Reads only the names of the made-up shop. The whole shop takes 50 times as long, because every figure is checked. */
export function demoNames(): DemoNames {
  const shelves = filesOf('shelf')
  const idsIn = (kind: string) => shelves.flatMap((shelf) => namesOf(isRecord(shelf) ? shelf[kind] : [], 'id'))
  return {
    units: namesOf(filesOf('units'), 'id'),
    parts: idsIn('parts'),
    operations: idsIn('operations'),
    kits: idsIn('kits'),
    jobs: namesOf(filesOf('jobs'), 'name'),
  }
}

const namesOf = (items: unknown, key: string): string[] =>
  Array.isArray(items) ? items.flatMap((item: unknown) => (isRecord(item) && typeof item[key] === 'string' ? [item[key]] : [])) : []

/** Reads Orrery Driveline Works; throws with every problem named where a file contradicts itself. */
export function demoShop(): DemoShop {
  const units = filesOf('units').map(readUnitFile)
  const shelves = filesOf('shelf').map(readShelfFile)
  const [parts, operations, kits] = [shelves.flatMap((s) => s.parts), shelves.flatMap((s) => s.operations), shelves.flatMap((s) => s.kits)]
  const catalogue: Catalogue = { parts: byId(parts), operations: byId(operations), kits: byId(kits) }
  const lookup: Lookup = {
    unit: (id) => units.find((unit) => unit.id === id),
    part: (id) => catalogue.parts.get(id),
    operation: (id) => catalogue.operations.get(id),
  }
  return {
    units,
    shelf: parts,
    operations,
    kits,
    jobs: filesOf('jobs').map((file) => jobOf(file, lookup)),
    standards: readStandardsFile(read('standards.json')),
    catalogue,
    lookup,
  }
}

const byId = <T extends { readonly id: string }>(items: readonly T[]) => new Map(items.map((item) => [item.id, item]))

function jobOf(file: unknown, shop: Lookup): JobContent {
  const read = readJob(file, shop)
  if (!read.ok) throw new FileProblem(read.problems)
  return read.value.job
}
