import { specAnswer, type Answer, type PowerHeld, type SpecAnswer, type StationVerdict } from '@plucky/core'
import { likelyWords, verdictSentence } from '../words/verdict.js'
import type { JobFile } from './job-file.js'

/** What the core says of a job file, plain: the sentence, and every station's demand, capacity, margin and power held by case, in SI. */
export function evaluation({ job, unit, parts }: JobFile): object {
  const byId = new Map(parts.map((part) => [part.id, part]))
  const fitted = new Map(
    Object.entries(job.spec.fits).flatMap(([station, id]) => (id && byId.has(id) ? [[station, byId.get(id) as never]] : [])),
  )
  const answer: SpecAnswer = specAnswer({ unit, brief: job.brief, fitted, pressure: job.spec.pressure, rules: job.rules })
  const sentence = verdictSentence(answer, unit, job.brief)
  if (answer.outcome !== 'answered') return { job: job.name, unit: unit.id, outcome: answer.outcome, sentence }
  return {
    job: job.name,
    unit: unit.id,
    outcome: 'answered',
    sentence,
    likely: likelyWords(answer) || null,
    peakPowerW: answer.peakPowerW,
    stallSpeedRadPerS: answer.stallSpeedRadPerS,
    held: answer.held,
    heldSameConverter: answer.heldSameConverter,
    goesFirst: answer.breakingOrder[0] ?? null,
    together: answer.together,
    breakingOrder: answer.breakingOrder,
    findings: answer.findings,
    cases: answer.cases,
    stations: answer.stations.map((station) => stationOf(answer, station)),
  }
}

function stationOf(answer: Answer, { stationId, partId, held, missing, cases, worst }: StationVerdict): object {
  return {
    station: stationId,
    part: partId,
    missing,
    held,
    worstCase: worst?.caseId ?? null,
    cases: cases.map(({ caseId, loadNm, factor, demandNm, capacityNm, margin, place, origin }) => ({
      case: caseId,
      place,
      origin,
      loadNm,
      factor,
      demandNm,
      capacityNm,
      margin,
      held: heldIn(answer, margin),
    })),
  }
}

/** Power at which a case alone would stand at margin 1: with the converter re-matched torque goes with power, so it goes with the margin. */
const heldIn = (answer: Answer, margin: number): PowerHeld => ({ outcome: 'held', powerW: margin * answer.peakPowerW })
