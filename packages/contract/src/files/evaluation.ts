import type { Answer, PowerHeld, StationVerdict } from '@plucky/core'
import { misfitSentence } from '../words/fitting.js'
import { likelyWords } from '../words/verdict.js'
import type { JobFile } from './job-file.js'
import { judged } from './judged.js'

/** What the core says of a job file, plain: the sentence, and every station's demand, capacity, margin and power held by case, in SI. */
export function evaluation(file: JobFile): object {
  const { job, unit } = file
  const { answer, sentence, misfits, cost } = judged(file)
  const unfit = misfits.map((misfit) => misfitSentence(misfit, unit))
  if (answer.outcome !== 'answered') return { job: job.name, unit: unit.id, outcome: answer.outcome, sentence, misfits: unfit }
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
    misfits: unfit,
    cost: { price: cost.price, hours: cost.hours },
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
