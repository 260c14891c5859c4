import { moneyOf, specCost } from '../fitting/cost.js'
import { misfits } from '../fitting/misfit.js'
import { fittedParts, type Fits } from '../fitting/spec.js'
import { breakingRank } from '../judge/power-held.js'
import { judgeSpec, type SpecVerdict } from '../judge/spec-verdict.js'
import { stopsOf } from '../judge/stops.js'
import { memberAt } from '../numeric/certain.js'
import type { SpecInput } from '../model/spec-input.js'
import { findings } from '../reports/findings.js'
import { pointOf, type PlanPoint } from './answer.js'
import { atHighestPower, plannerOf } from './cheapest.js'
import type { PlanInput, PlannedSpec } from './input.js'
import { isBlocking } from './referee.js'
import { sceneOf } from './scene.js'

/** Parts and operations to buy together, with the power that they add. */
export interface NextSet {
  readonly point: PlanPoint
  readonly changes: readonly Change[]
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
 * paid. The last set reaches the target of the brief, if the shelf allows it.
 */
export function nextSets(input: PlanInput, most: number): NextSet[] {
  const sets: NextSet[] = []
  let before = judgedBuild(input, input.present)
  while (sets.length < most && before) {
    const set = nextSet(input, before)
    if (!set) return sets
    sets.push(set)
    before = judgedBuild(input, set.point.spec)
  }
  return sets
}

/** A build with its verdict at margin 1. */
interface JudgedBuild {
  readonly spec: PlannedSpec
  readonly input: SpecInput
  readonly verdict: SpecVerdict
  readonly heldW: number
  readonly sound: boolean
}

function judgedBuild(planned: PlanInput, spec: PlannedSpec): JudgedBuild | undefined {
  const { unit, brief, rules, catalogue, book, variantId } = planned
  const fitted = fittedParts(spec, catalogue, book)
  const input: SpecInput = { unit, brief, rules, fitted, pressure: spec.pressure, ...(book ? { book } : {}) }
  const judged = judgeSpec(input)
  if (judged.outcome !== 'judged') return undefined
  const { verdict, line } = judged
  const complete = verdict.stations.every(({ missing }) => missing.length === 0)
  const sound =
    complete &&
    misfits(unit, fitted, variantId).length === 0 &&
    stopsOf(input).length === 0 &&
    !findings(input, verdict.cases, line).some(isBlocking)
  return { spec, input, verdict, heldW: complete ? breakingRank(verdict.held) : 0, sound }
}

function nextSet(planned: PlanInput, before: JudgedBuild): NextSet | undefined {
  const { brief, rules } = planned
  const targetW = before.verdict.peakPowerW
  const above = before.heldW * (1 + rules.togetherWithin)
  const nearTarget = !brief.openQuestion && before.heldW < targetW && above > targetW
  const wantedW = before.sound ? (nearTarget ? targetW : above) : Math.max(before.heldW, LEAST_W)
  const input: PlanInput = { ...planned, present: before.spec, wishes: { ...planned.wishes, margin: 1, paid: true } }
  const made = sceneOf(input)
  if (!made.ok) return undefined
  const { build } = plannerOf(made.value).cheapestAt(wantedW)
  if (!build) return undefined
  const top = atHighestPower(build, wantedW)
  const point = pointOf(made.value, top, top.powerW)
  const after = judgedBuild(planned, point.spec)
  if (!after) return undefined
  return {
    point,
    changes: changesBetween(planned, before, point.spec),
    fromW: before.heldW,
    toW: after.heldW,
    goesFirst: after.verdict.together,
    mends: !before.sound,
  }
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
