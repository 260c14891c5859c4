import { oncePer, oncePerValue } from '../numeric/once-per.js'
import { fitIssues } from '../model/part-at-station.js'
import { type Part } from '../model/part.js'
import type { Unit } from '../model/unit.js'
import { withInstalledBolts } from '../fitup/installed-bolts.js'
import type { Book } from '../model/reading.js'
import { afterOperations, operationIssues, type Operation } from './operation.js'
import type { Kit } from './kit.js'

/** What is fitted at each station by id, and what is done to it. An empty station holds null. */
export interface Fits {
  readonly fits: Readonly<Record<string, string | null>>
  readonly works: Readonly<Record<string, readonly string[]>>
}

/** What a shop has to choose from. */
export interface Catalogue {
  readonly parts: ReadonlyMap<string, Part>
  readonly operations: ReadonlyMap<string, Operation>
  readonly kits: ReadonlyMap<string, Kit>
}

/** Operations at a station, those that the catalogue knows. */
export const operationsAt = (spec: Fits, stationId: string, { operations }: Pick<Catalogue, 'operations'>): Operation[] =>
  (spec.works[stationId] ?? []).flatMap((id) => operations.get(id) ?? [])

/** The parts of a spec by station, each as it is after the operations done to it, the plate as it is bolted, and as it was measured where a book is given. */
export function fittedParts(spec: Fits, catalogue: Pick<Catalogue, 'parts' | 'operations'>, book?: Book): ReadonlyMap<string, Part> {
  const worked = new Map(
    Object.entries(spec.fits).flatMap(([stationId, id]): [string, Part][] => {
      const part = id === null ? undefined : catalogue.parts.get(id)
      return part ? [[stationId, afterOperations(part, operationsAt(spec, stationId, catalogue))]] : []
    }),
  )
  return withInstalledBolts(worked, book)
}

/** Parts that fit a station of a unit: stock first, then by price. Kept per shelf. */
export const partsFor = ({ parts }: Pick<Catalogue, 'parts'>, unit: Unit, stationId: string): readonly Part[] =>
  fittingParts(parts)(unit)(stationId)

const fittingParts = oncePer((parts: Catalogue['parts']) =>
  oncePer((unit: Unit) =>
    oncePerValue((stationId: string) =>
      [...parts.values()]
        .filter((part) => fitIssues(unit, stationId, part, '').length === 0)
        .sort((a, b) => Number(b.stock) - Number(a.stock) || a.price - b.price || (a.id < b.id ? -1 : 1)),
    ),
  ),
)

/** Operations that can be done to a part at a station. Kept per shelf. */
export const operationsFor = (
  { operations }: Pick<Catalogue, 'operations'>,
  unit: Unit,
  stationId: string,
  part: Part,
): readonly Operation[] => possibleOperations(operations)(part, unit, stationId)

const possibleOperations = oncePer((operations: Catalogue['operations']) =>
  oncePer((part: Part, unit: Unit, stationId: string) =>
    [...operations.values()].filter((operation) => operationIssues(unit, stationId, part, operation, '').length === 0),
  ),
)

/** The spec with another part at a station; what was done to the old part goes with it. The very same spec where it is fitted already. */
export function withPart<T extends Fits>(spec: T, stationId: string, partId: string | null): T {
  if (spec.fits[stationId] === partId) return spec
  return { ...spec, fits: { ...spec.fits, [stationId]: partId }, works: without(spec.works, stationId) }
}

/** The spec with the operations at a station replaced. */
export function withWorks<T extends Fits>(spec: T, stationId: string, ids: readonly string[]): T {
  const works = without(spec.works, stationId)
  return { ...spec, works: ids.length > 0 ? { ...works, [stationId]: ids } : works }
}

const without = (works: Fits['works'], stationId: string): Fits['works'] =>
  Object.fromEntries(Object.entries(works).filter(([id]) => id !== stationId))
