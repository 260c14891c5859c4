import type { JobContent } from '@plucky/contract'
import {
  breakingRank,
  packReport,
  pressureReport,
  verdictAt,
  type Answer,
  type PackGeometry,
  type PackReport,
  type Part,
  type PowerHeld,
  type PressureNeed,
  type SpecInput,
  type Station,
  type StationVerdict,
} from '@plucky/core'
import { benchPart } from '../bench/bench-part.js'
import { answerFor, specInputOf } from '../state/verdicts.js'

export type PackPart = Extract<Part, { kind: 'pack' }>

/** A pack at a station of a job, with all that is known of it there. */
export interface JudgedPack {
  readonly part: PackPart
  readonly verdict: StationVerdict
  /** With it at its station. */
  readonly specHeld: PowerHeld
  readonly report: PackReport
  /** Where it needs most of the line, against what is there. */
  readonly need: PressureNeed | undefined
}

function judge(input: SpecInput, answer: Answer, station: Station, part: PackPart): JudgedPack | undefined {
  const verdict = verdictAt(input, answer, station.id)
  const report = packReport(input, answer, station.id)
  if (!verdict || !report) return undefined
  const others = answer.stations.filter((s) => s.stationId !== station.id && s.held.outcome !== 'no-figure').map((s) => s.held)
  const specHeld = [verdict.held, ...others].reduce((least, held) => (breakingRank(held) < breakingRank(least) ? held : least))
  const needs = pressureReport(input, answer)?.ranges.flatMap((range) => range.needs.filter((need) => need.stationId === station.id)) ?? []
  const spare = (need: PressureNeed) => need.suppliedPa / Math.max(1, need.neededPa)
  const need = needs.reduce<PressureNeed | undefined>((least, each) => (least && spare(least) <= spare(each) ? least : each), undefined)
  return { part, verdict, specHeld, report, need }
}

/** Report of the installed clutch pack after its operations. `undefined` without an answer. */
export function judgedFittedPack(content: JobContent, station: Station): JudgedPack | undefined {
  const [input, answer] = [specInputOf(content), answerFor(content)]
  const part = input?.fitted.get(station.id)
  return input && part?.kind === 'pack' && answer?.outcome === 'answered' ? judge(input, answer, station, part) : undefined
}

/** A pack that is on no shelf, judged as if it were fitted. A pack alters no load, so the rest of the answer stands. */
export function evaluateTrialClutch(content: JobContent, station: Station, part: PackPart): JudgedPack | undefined {
  const [input, answer] = [specInputOf(content), answerFor(content)]
  if (!input || answer?.outcome !== 'answered') return undefined
  return judge({ ...input, fitted: new Map(input.fitted).set(station.id, part) }, answer, station, part)
}

/** The part as it came, or one of the shop's own with this stack: what a maker states of another pack does not hold for that, but its pressure does. */
export function triedPack(unitId: string, stationId: string, pack: PackGeometry, like: PackPart | undefined): PackPart {
  if (like && like.geometry === pack) return like
  // A pressure or speed that a maker states is the drum's and piston's, which stay.
  const stated = like?.stated.filter(({ torqueNm, powerW }) => torqueNm === undefined && powerW === undefined) ?? []
  return { ...benchPart(unitId, stationId, like), kind: 'pack', stated, geometry: pack }
}
