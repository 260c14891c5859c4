import { oncePer } from '../numeric/once-per.js'
import { issue, type Issue } from '../quantity/issue.js'
import { type PartKind } from '../parts/geometries.js'
import { partIssues } from '../parts/registry.js'
import { type Features, type Part, type Supply } from '../model/part.js'
import type { StatedLimit } from '../model/stated.js'
import type { Unit } from '../model/unit.js'
import { isShape } from '../numeric/records.js'

/** Who can do it: any bench, a machine shop, or one equipped and qualified for just this. */
export const SKILLS = ['bench', 'machinist', 'specialist'] as const
export type Skill = (typeof SKILLS)[number]

/** Work on a part that is fitted: it changes geometry, and with it whatever depends on it. */
export interface Operation extends Features, Supply {
  readonly id: string
  readonly name: string
  readonly unitIds: readonly string[]
  readonly stationIds: readonly string[]
  readonly kind: PartKind
  /** Only these parts can be worked so; any of the kind if not said. */
  readonly partIds?: readonly string[]
  readonly price: number
  readonly hours: number
  readonly skill: Skill
  readonly caution: string
  /** Fields of the geometry as they are afterwards; members of a list are found by their name. */
  readonly becomes: object
  /** Features that it takes away. */
  readonly removes?: readonly string[]
  /** Figures stated of the worked part; they stand in the place of the part's own of the same place and quantity. */
  readonly stated: readonly StatedLimit[]
}

type Fields = Readonly<Record<string, unknown>>
const isNamedList = (value: unknown): value is readonly (Fields & { name: string })[] =>
  Array.isArray(value) && value.every((each) => isShape(each) && typeof each['name'] === 'string')

/** What stands in a list under a name that the part does not have. */
function unknownNames(geometry: Fields, becomes: Fields): string[] {
  return Object.entries(becomes).flatMap(([key, to]) => {
    const was = geometry[key]
    if (isNamedList(to) && isNamedList(was)) return to.filter((each) => !was.some((w) => w.name === each.name)).map((each) => each.name)
    return isShape(to) && isShape(was) ? unknownNames(was, to) : []
  })
}

function merged(was: unknown, to: unknown): unknown {
  if (isNamedList(to) && isNamedList(was))
    return was.map((each) => {
      const change = to.find((c) => c.name === each.name)
      return change ? merged(each, change) : each
    })
  if (!isShape(to) || !isShape(was)) return to
  return { ...was, ...Object.fromEntries(Object.entries(to).map(([key, inner]) => [key, merged(was[key], inner)])) }
}

const QUANTITIES = ['torqueNm', 'powerW', 'pressurePa', 'speedRadPerS'] as const
const sameFigure = (a: StatedLimit, b: StatedLimit) =>
  a.place === b.place && QUANTITIES.some((q) => a[q] !== undefined && b[q] !== undefined)

const afterOne = oncePer((part: Part) =>
  oncePer((operation: Operation): Part => {
    const kept = part.stated.filter((own) => !operation.stated.some((said) => sameFigure(own, said)))
    return {
      ...part,
      works: [...(part.works ?? []), operation.id],
      geometry: merged(part.geometry, operation.becomes),
      stated: [...kept, ...operation.stated],
      offers: [...(part.offers ?? []).filter((feature) => !operation.removes?.includes(feature)), ...(operation.offers ?? [])],
      needs: [...(part.needs ?? []), ...(operation.needs ?? [])],
      clashes: [...(part.clashes ?? []), ...(operation.clashes ?? [])],
    } as Part
  }),
)

/**
 * A part as it is after operations, in their order: geometry changed field by field, stated figures replaced, features added. The same
 * part and operations give the same object again, so that what is known of it stays known. The part itself where nothing is done.
 */
export const afterOperations = (part: Part, operations: readonly Operation[]): Part =>
  operations.reduce((done, operation) => afterOne(done)(operation), part)

/** True if an operation leaves the part as it is, or its lever ratio is not above the present one. */
function changesNothing(part: Part, { becomes, stated, offers = [], removes = [], needs = [], clashes = [] }: Operation): boolean {
  if (stated.length + offers.length + removes.length + needs.length + clashes.length > 0 || Object.keys(becomes).length === 0) return false
  // Only band geometry has a lever ratio.
  const { leverRatio } = becomes as { readonly leverRatio?: number }
  if (part.kind === 'band' && leverRatio !== undefined && leverRatio <= part.geometry.leverRatio) return true
  return JSON.stringify(merged(part.geometry, becomes)) === JSON.stringify(part.geometry)
}

/** Why an operation cannot be done to a part at a station of a unit. */
export function operationIssues(unit: Unit, stationId: string, part: Part, operation: Operation, path: string): Issue[] {
  const said = { operation: operation.name, part: part.name }
  if (!operation.unitIds.includes(unit.id) || !operation.stationIds.includes(stationId) || operation.kind !== part.kind)
    return [issue('operation-of-another-station', path, { ...said, stations: operation.stationIds.join(', ') })]
  if (operation.partIds && !operation.partIds.includes(part.id)) return [issue('operation-of-another-part', path, said)]
  // Accessed by field names.
  const [name] = unknownNames(part.geometry as unknown as Fields, operation.becomes as Fields)
  if (name !== undefined) return [issue('operation-place-unknown', path, { ...said, name })]
  if (changesNothing(part, operation)) return [issue('operation-without-effect', path, said)]
  const broken = partIssues(afterOperations(part, [operation]))
  return broken.length > 0 ? [issue('operation-breaks-part', path, said)] : []
}
