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
import { atItsMost, plannerOf } from './cheapest.js'
import type { PlanInput, PlannedSpec } from './input.js'
import { isBlocking } from './referee.js'
import { sceneOf } from './scene.js'

/** Parts and operations that are bought together, with what they bring. */
export interface NextSet {
  readonly point: PlanPoint
  readonly changes: readonly Change[]
  /** Power held before and after, at margin 1, as the sentence of a build says it. W */
  readonly fromW: number
  readonly toW: number
  /** What then gives way first, and with it. */
  readonly goesFirst: readonly string[]
  /** The build before has misfits or findings that this set removes. */
  readonly mends: boolean
}

/** A station that differs between two builds. */
export interface Change {
  readonly stationId: string
  readonly from: Installed
  readonly to: Installed
  /** What the part before holds there at margin 1, W. */
  readonly heldW: number
}

export interface Installed {
  readonly partId: string | null
  readonly works: readonly string[]
}

/**
 * The next sets of parts for the money, one after the other: each is the cheapest way to a power that is at least the house's share above
 * what the build before holds, so that what gives way together is bought together, and what gains less alone is not bought alone. What is
 * installed is paid for. The last set reaches the target of the brief, if the shelf has it.
 */
export function nextSets(input: PlanInput, most: number): NextSet[] {
  const sets: NextSet[] = []
  let before = standing(input, input.present)
  while (sets.length < most && before) {
    const set = nextSet(input, before)
    if (!set) return sets
    sets.push(set)
    before = standing(input, set.point.spec)
  }
  return sets
}

/** A build with the judge's verdict at margin 1. */
interface Standing {
  readonly spec: PlannedSpec
  readonly input: SpecInput
  readonly verdict: SpecVerdict
  readonly heldW: number
  readonly sound: boolean
}

function standing(planned: PlanInput, spec: PlannedSpec): Standing | undefined {
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

function nextSet(planned: PlanInput, before: Standing): NextSet | undefined {
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
  const top = atItsMost(build, wantedW)
  const point = pointOf(made.value, top, top.powerW)
  const after = standing(planned, point.spec)
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

/** Power at which only the consistency of a build counts. */
const LEAST_W = 1

/** Every station that differs, front to rear. */
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

/** A part that is stronger than it needs to be: a cheaper one leaves the power held as it is. */
export interface Excess {
  readonly stationId: string
  readonly from: Installed
  readonly to: Installed
  /** Money saved, hours at the shop's rate. */
  readonly saves: number
}

/**
 * Stations of the present build at which a cheaper choice leaves the power held as it is, each by itself, the greatest saving first. The
 * money is that of a build not bought yet.
 */
export function moneyWithoutEffect(planned: PlanInput): Excess[] {
  const now = standing(planned, planned.present)
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
