import type { JobContent } from '@plucky/contract'
import {
  breakingRank,
  demandIn,
  gearingOf,
  loadShare,
  shaftReport,
  specAnswer,
  stopsOf,
  stressAlong,
  verdictAt,
  type Answer,
  type DutyCase,
  type Part,
  type PowerHeld,
  type ShaftGeometry,
  type ShaftReport,
  type SpecInput,
  type Station,
  type StationVerdict,
  type Stop,
  type StressStretch,
  type Unit,
} from '@plucky/core'
import { useStore } from 'zustand'
import { benchPart } from '../bench/bench-part.js'
import { shopStore } from '../state/shop.js'
import { answerFor, specInputOf } from '../state/verdicts.js'
import { trialStore } from './trial.js'

export type ShaftPart = Extract<Part, { kind: 'shaft' }>

/** A shaft at a station of a job, with all that is known of it there. */
export interface Judged {
  readonly part: ShaftPart
  readonly verdict: StationVerdict
  /** With it at its station. */
  readonly specHeld: PowerHeld
  readonly stops: readonly Stop[]
  readonly report: ShaftReport
  /** Stress along the shaft in the selected case. Empty if the shaft carries no torque in it. */
  readonly stress: readonly StressStretch[]
  /** Torque of that case, shock in it. */
  readonly demandNm: number
}

/** The stations of a unit that hold shafts, front to rear. */
export const shaftStations = (unit: Unit): Station[] => unit.stations.filter(({ kind }) => kind === 'shaft')

/** Torque with shock that a station sees in a case. */
function demandAt(input: SpecInput, station: Station, duty: DutyCase): number {
  const range = gearingOf(input.unit.train).get(duty.rangeId)
  return range ? demandIn(duty, loadShare(station.load, range), 'hard') : 0
}

function judge(input: SpecInput, answer: Answer, station: Station, caseId: string, part: ShaftPart): Judged | undefined {
  const verdict = verdictAt(input, answer, station.id)
  const report = shaftReport(input, answer, station.id)
  const duty = answer.cases.find(({ id }) => id === caseId) ?? answer.cases[0]
  if (!verdict || !report || !duty) return undefined
  const demandNm = demandAt(input, station, duty)
  const others = answer.stations.filter((s) => s.stationId !== station.id && s.held.outcome !== 'no-figure').map((s) => s.held)
  const specHeld = [verdict.held, ...others].reduce((least, held) => (breakingRank(held) < breakingRank(least) ? held : least))
  return { part, verdict, specHeld, stops: stopsOf(input), report, demandNm, stress: stressAlong(part.geometry, demandNm) }
}

/** The shaft that is fitted, after the work done to it. */
export function fittedShaft(content: JobContent, station: Station): ShaftPart | undefined {
  const part = specInputOf(content)?.fitted.get(station.id)
  return part?.kind === 'shaft' ? part : undefined
}

/** Report of the installed shaft in this job. `undefined` without an answer. */
export function judgedFitted(content: JobContent, station: Station, caseId: string): Judged | undefined {
  const input = specInputOf(content)
  const part = fittedShaft(content, station)
  const answer = answerFor(content)
  return input && part && answer?.outcome === 'answered' ? judge(input, answer, station, caseId, part) : undefined
}

/** The last one judged, by all that it hangs on. */
let known: { readonly by: readonly unknown[]; readonly judged: Judged | undefined } | undefined

/** A shaft laid at a station of a job, and the part of the shelf that it began from. */
interface Laid {
  readonly content: JobContent
  readonly station: Station
  readonly caseId: string
  readonly shaft: ShaftGeometry
  readonly like: ShaftPart | undefined
}

/** A shaft that is on no shelf, judged as if it were fitted; the last one is remembered, as drawing and figures both ask for it. */
function evaluateTrialShaft(laid: Laid): Judged | undefined {
  const { parts, operations } = shopStore.getState()
  const by = [...Object.values(laid), parts, operations]
  if (known && by.every((each, i) => each === known?.by[i])) return known.judged
  const judged = judgedAnew(laid)
  known = { by, judged }
  return judged
}

function judgedAnew({ content, station, caseId, shaft, like }: Laid): Judged | undefined {
  const input = specInputOf(content)
  if (!input) return undefined
  const part = trialPart(content.unitId, station.id, shaft, like)
  const tried = { ...input, fitted: new Map(input.fitted).set(station.id, part) }
  // Another shaft alters no load, except where its own ramp is counted: then the whole is judged anew.
  const answer = content.rules.launchShock === 'ramp' ? specAnswer(tried) : answerFor(content)
  return answer?.outcome === 'answered' ? judge(tried, answer, station, caseId, part) : undefined
}

/** What lies on the bench, judged; followed as it changes. */
export function useTrialResult(content: JobContent, station: Station, caseId: string): Judged | undefined {
  const trial = useStore(trialStore, (state) => state.trial)
  const parts = useStore(shopStore, (shop) => shop.parts)
  const basis = trial?.basis ? parts.get(trial.basis) : undefined
  return trial && evaluateTrialShaft({ content, station, caseId, shaft: trial.drawn, like: basis?.kind === 'shaft' ? basis : undefined })
}

/** The part as it came, or one of the shop's own with this drawing: what a maker states of another shaft does not hold for that. */
export const trialPart = (unitId: string, stationId: string, shaft: ShaftGeometry, like: ShaftPart | undefined): ShaftPart =>
  like && like.geometry === shaft ? like : changedPart(unitId, stationId, shaft, like)

const changedPart = (unitId: string, stationId: string, shaft: ShaftGeometry, like: ShaftPart | undefined): ShaftPart => ({
  ...benchPart(unitId, stationId, like),
  kind: 'shaft',
  stated: [],
  geometry: shaft,
})
