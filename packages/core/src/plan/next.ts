import { moneyOf, specCost } from '../fitting/cost.js'
import type { Fits } from '../fitting/spec.js'
import { breakingRank } from '../judge/power-held.js'
import type { SpecVerdict } from '../judge/spec-verdict.js'
import { memberAt } from '../numeric/certain.js'
import type { SpecInput } from '../model/spec-input.js'
import { engineOfBrief } from '../model/brief.js'
import { pointOf, type PlanPoint } from './answer.js'
import { atHighestPower, plannerOf } from './cheapest.js'
import { frameOf, stallsAsWanted } from './frame.js'
import type { PlanInput, PlannedSpec } from './input.js'
import { judgedBuild, type JudgedBuild } from './judged-build.js'
import { sceneOf } from './scene.js'

/** Parts and operations to buy together, with the power that they add. */
export interface NextSet {
  readonly point: PlanPoint
  readonly changes: readonly Change[]
  /** True if line pressure changes. */
  readonly repressured: boolean
  /** Stations of the changes that do not raise power held by the grouping share when they are changed alone, or do not fit alone. */
  readonly nothingAlone: readonly string[]
  /** Power held before and after at margin 1, as in the verdict of the build, W. */
  readonly fromW: number
  readonly toW: number
  /** Stations that give way first after the change. */
  readonly goesFirst: readonly string[]
  /** True if the set also removes misfits or findings of the build before. */
  readonly mends: boolean
}

/** Change at one station. */
export interface Change {
  readonly stationId: string
  readonly from: Installed
  readonly to: Installed
  /** Power held by the station before the change at margin 1, W. */
  readonly heldW: number
}

export interface Installed {
  readonly partId: string | null
  readonly works: readonly string[]
}

/**
 * Finds the next purchases, one after the other. Each set is the cheapest way to raise power held by at least the grouping share of the
 * house rules, so parts that give way together are bought together, and a part that adds less is not bought alone. Installed parts count as
 * paid. The last set reaches the target of the brief, if the shelf allows it. If the installed converter stalls outside the target range of
 * the house rule, any converter may be chosen. Calls `onSet` for each set when it is found.
 */
export function nextSets(input: PlanInput, most: number, onSet: (set: NextSet) => void = () => undefined): NextSet[] {
  const sets: NextSet[] = []
  let before = judgedBuild(input, input.present)
  while (sets.length < most && before) {
    const set = nextSet(input, before)
    if (!set) return sets
    sets.push(set)
    onSet(set)
    before = judgedBuild(input, set.point.spec)
  }
  return sets
}

function nextSet(planned: PlanInput, before: JudgedBuild): NextSet | undefined {
  const { brief, rules, wishes } = planned
  const targetW = before.verdict.peakPowerW
  const above = before.heldW * (1 + rules.togetherWithin)
  const nearTarget = !brief.openQuestion && before.heldW < targetW && above > targetW
  const wantedW = before.sound ? (nearTarget ? targetW : above) : Math.max(before.heldW, LEAST_W)
  const anyStall = wishes.anyStall === true || !isStallAsWanted(before.input)
  const input: PlanInput = { ...planned, present: before.spec, wishes: { ...wishes, anyStall, margin: 1, paid: true } }
  const made = sceneOf(input)
  if (!made.ok) return undefined
  const { build } = plannerOf(made.value).cheapestAt(wantedW)
  if (!build) return undefined
  const top = atHighestPower(build, wantedW)
  const point = pointOf(made.value, top, top.powerW)
  const after = judgedBuild(planned, point.spec)
  if (!after) return undefined
  const changes = changesBetween(planned, before, point.spec)
  return {
    point,
    changes,
    repressured: !isSamePressure(before.spec, point.spec),
    nothingAlone: changes.filter((change) => !(heldAlone(planned, before.spec, change) >= above)).map(({ stationId }) => stationId),
    fromW: before.heldW,
    toW: after.heldW,
    goesFirst: after.verdict.together,
    mends: !before.sound,
  }
}

/** Power held with one of the changes only, W. Zero if it does not fit alone. */
function heldAlone(planned: PlanInput, before: PlannedSpec, { stationId, to }: Change): number {
  const { fits, works, pressure } = before
  const alone = judgedBuild(planned, {
    fits: { ...fits, [stationId]: to.partId },
    works: { ...works, [stationId]: to.works },
    pressure,
  })
  return alone?.sound ? alone.heldW : 0
}

const isSamePressure = ({ pressure: a }: PlannedSpec, { pressure: b }: PlannedSpec): boolean =>
  a.drivePa === b.drivePa && a.reversePa === b.reversePa

/** True if the converter stalls in the target range of the house rule. */
function isStallAsWanted(input: SpecInput): boolean {
  const engine = engineOfBrief(input.brief.engine)
  return engine.ok && stallsAsWanted(frameOf(input, engine.value), engine.value)
}

/** Power low enough that only the compatibility of the parts counts, W. */
const LEAST_W = 1

/** Lists the changes between two builds, front to rear. */
export function changesBetween(
  { unit }: Pick<PlanInput, 'unit'>,
  { spec, verdict }: { readonly spec: Fits; readonly verdict: Pick<SpecVerdict, 'stations'> },
  after: Fits,
): Change[] {
  const at = (fits: Fits, id: string): Installed => ({ partId: fits.fits[id] ?? null, works: fits.works[id] ?? [] })
  return unit.stations.flatMap(({ id }, i): Change[] => {
    const [from, to] = [at(spec, id), at(after, id)]
    if (from.partId === to.partId && from.works.join() === to.works.join()) return []
    return [{ stationId: id, from, to, heldW: breakingRank(memberAt(verdict.stations, i).held) }]
  })
}

/** A station with a part that is stronger than necessary. */
export interface Excess {
  readonly stationId: string
  readonly from: Installed
  readonly to: Installed
  /** Saving with the cheaper choice, labor included. */
  readonly saves: number
}

/**
 * Finds stations at which a cheaper choice does not lower power held. Each station is changed alone. Sorted by saving. Costs are those of a
 * build that is not bought yet.
 */
export function moneyWithoutEffect(planned: PlanInput): Excess[] {
  const now = judgedBuild(planned, planned.present)
  if (!now?.sound || now.heldW === 0) return []
  const { arrived, catalogue, rules } = planned
  const money = (spec: Fits) => moneyOf(specCost(spec, arrived, catalogue, rules.hourRate), rules.hourRate)
  const spent = money(now.spec)
  const kept = (id: string) => planned.present.fits[id] ?? null
  const ids = planned.unit.stations.map(({ id }) => id)
  return ids
    .flatMap((stationId): Excess[] => {
      const keep = Object.fromEntries(ids.flatMap((id) => (id === stationId ? [] : [[id, kept(id)] as const])))
      const { hoursMost: _hours, ...wishes } = planned.wishes
      void _hours
      const made = sceneOf({ ...planned, wishes: { ...wishes, keep, margin: 1, paid: false, anyStall: true, keepPressure: true } })
      if (!made.ok) return []
      const { build } = plannerOf(made.value).cheapestAt(now.heldW, spent)
      if (!build) return []
      const { spec, money: cost } = pointOf(made.value, build, now.heldW)
      const at = (fits: Fits): Installed => ({ partId: fits.fits[stationId] ?? null, works: fits.works[stationId] ?? [] })
      return cost < spent - 1 ? [{ stationId, from: at(now.spec), to: at(spec), saves: spent - cost }] : []
    })
    .sort((a, b) => b.saves - a.saves)
}
