import { certain } from '@plucky/core'
import {
  bandReport,
  engineOfBrief,
  fittedConverter,
  fitUp,
  heldInCase,
  isPressureState,
  lockupReport,
  matchFigures,
  packReport,
  placeKey,
  plateReport,
  pressureReport,
  shaftReport,
  starvedIn,
  type Answer,
  type Finding,
  type Gain,
  type PressureNeed,
  type ShaftLife,
  type ShaftLimit,
  type StationCase,
  type StationVerdict,
} from '@plucky/core'
import { stopWords } from '../words/stop.js'
import { misfitSentence } from '../words/fitting.js'
import { wrongSentence } from '../words/clutch.js'
import { findingSentence, likelyWords } from '../words/verdict.js'
import type { JobFile } from './job-file.js'
import { fitName, fitSentence } from '../words/fit.js'
import { inputOf, evaluateJob, type EvaluatedJob } from './evaluate-job.js'

/** What the core says of a job file, plain: the sentence, and every station's demand, capacity, margin and power held by case, in SI. */
export function evaluation(file: JobFile): object {
  const { job, unit } = file
  const { answer, sentence, misfits, cost, fitted } = evaluateJob(file)
  const unfit = misfits.map((misfit) => misfitSentence(misfit, unit))
  if (answer.outcome !== 'answered') return { job: job.name, unit: unit.id, outcome: answer.outcome, sentence, misfits: unfit }
  return {
    job: job.name,
    unit: unit.id,
    outcome: answer.stops.length > 0 ? 'stopped' : 'answered',
    sentence,
    stops: answer.stops.map((stop) => stopWords(stop, unit)),
    likely: likelyWords(answer) || null,
    peakPowerW: answer.peakPowerW,
    stallSpeedRadPerS: answer.stallSpeedRadPerS,
    held: answer.held,
    heldSameConverter: answer.heldSameConverter,
    goesFirst: answer.breakingOrder[0] ?? null,
    together: answer.together,
    breakingOrder: answer.breakingOrder,
    tires: answer.tyres,
    findings: answer.findings.map(plainFinding),
    misfits: unfit,
    cost: { price: cost.price, hours: cost.hours },
    match: matchOf(file, fitted),
    pressure: pressureOf(file, fitted, answer),
    packs: packsOf(file, fitted, answer),
    bands: bandsOf(file, fitted, answer),
    fit: fitOf(file, fitted),
    lockup: lockupReport(inputOf(job, unit, fitted)),
    shafts: shaftsOf(file, fitted, answer),
    cases: answer.cases,
    stations: answer.stations.map((station) => stationOf(answer, station)),
  }
}

/** Line pressure, plain: its state in words, what every element needs in every range, the gauge table, maxima, and where the oil goes. */
function pressureOf(file: JobFile, fitted: EvaluatedJob['fitted'], answer: Answer): object | null {
  const report = pressureReport(inputOf(file.job, file.unit, fitted), answer)
  if (!report) return null
  const { ranges, oil, byValves, ...rest } = report
  const states = answer.findings.filter(isPressureState)
  return {
    by: byValves ? 'valves' : 'gauge',
    state: states[0]?.code ?? 'within-limits',
    states: states.map((state) => ({ ...state, sentence: findingSentence(state, file.unit) })),
    needs: ranges.flatMap(({ rangeId, needs }) => needs.map((need) => ({ rangeId, ...plainNeed(need) }))),
    oil: oil.map((row) => ({ ...row, starved: starvedIn(row) })),
    ...rest,
  }
}

/** Every entry of the fit in the order of the work, what is left over said in words; the joints of the plate beside it. */
function fitOf(file: JobFile, fitted: EvaluatedJob['fitted']): object {
  const input = inputOf(file.job, file.unit, fitted)
  const plate = plateReport(input)
  return {
    entries: fitUp(input).entries.map((entry) => ({
      ...entry,
      name: fitName(entry, file.unit),
      sentence: fitSentence(entry, file.unit),
    })),
    plate: plate ?? null,
  }
}

/** Every fitted pack beside its place in the verdict: stack, clamp force, heat, and what is wrong with it in words. */
function packsOf(file: JobFile, fitted: EvaluatedJob['fitted'], answer: Answer): object[] {
  return file.unit.stations.flatMap(({ id }) => {
    const part = fitted.get(id)
    const report = packReport(inputOf(file.job, file.unit, fitted), answer, id)
    if (!report || part?.kind !== 'pack') return []
    const { gains, wrongs, ...rest } = report
    const plates = part.geometry.stack?.plates ?? []
    return [
      {
        station: id,
        ...rest,
        wrongs: wrongs.map((wrong) => ({ ...wrong, sentence: wrongSentence(wrong, plates) })),
        gains: gains.map(plainGain),
      },
    ]
  })
}

const plainGain = ({ way, fromM, toM, facesShare, heatShare, flexShare, clearanceM, blocked }: Gain) => ({
  way,
  fromM,
  toM,
  facesShare,
  heatShare,
  flexShare,
  clearanceM,
  blocked,
})

/** Every fitted band beside its place in the verdict. */
const bandsOf = (file: JobFile, fitted: EvaluatedJob['fitted'], answer: Answer): object[] =>
  file.unit.stations.flatMap(({ id }) => {
    const report = bandReport(inputOf(file.job, file.unit, fitted), answer, id)
    return report ? [{ station: id, ...report }] : []
  })

const plainNeed = ({ stationId, caseId, neededPa, housePa, suppliedPa, shortPa, shortFrom, shifting }: PressureNeed) => ({
  stationId,
  caseId,
  neededPa,
  housePa,
  suppliedPa,
  shortPa,
  shortFrom,
  shifting,
})

/** Every fitted shaft beside its place in the verdict; slices are the drawing's and stay there. */
function shaftsOf(file: JobFile, fitted: EvaluatedJob['fitted'], answer: Answer): object[] {
  const input = inputOf(file.job, file.unit, fitted)
  return file.unit.stations.flatMap(({ id }) => {
    const report = shaftReport(input, answer, id)
    if (!report) return []
    const { limits, weakest, life, ...rest } = report
    const plain = ({ name, feature, torqueNm, atM }: ShaftLimit) => ({ place: name, feature, torqueNm, atM: atM ?? null })
    return [{ station: id, ...rest, life: life && plainLife(life), weakest: plain(weakest), limits: limits.map(plain) }]
  })
}

const plainLife = ({ name, ...life }: ShaftLife) => ({ place: name, ...life })

const plainFinding = ({ place, ...finding }: Finding) => (place ? { ...finding, place: placeKey(place) } : finding)

function stationOf(answer: Answer, { stationId, partId, held, missing, cases, worst, decides }: StationVerdict): object {
  return {
    station: stationId,
    part: partId,
    missing,
    held,
    worstCase: worst?.caseId ?? null,
    decidingCase: decides?.caseId ?? null,
    cases: cases.map((each) => ({ ...plainCase(each), held: heldIn(answer, each) })),
  }
}

const plainCase = ({ caseId, limit, loadNm, factor, demandNm, capacityNm, margin }: StationCase) => ({
  case: caseId,
  place: placeKey(limit.place),
  origin: limit.origin,
  loadNm,
  factor,
  demandNm,
  capacityNm,
  margin,
})

/** Power at which a case alone would stand at margin 1, with the converter re-matched. */
function heldIn(answer: Answer, { caseId, source, loadNm, factor, limit: { shock }, capacityNm }: StationCase) {
  const point = certain(answer.cases.find((duty) => duty.id === caseId))[source]
  return heldInCase(capacityNm * (point.torqueNm / loadNm), { factor, shock }, point, answer.peakPowerW)
}

/** What the converter does behind this engine, plain; the lines themselves are left out. */
function matchOf({ job, unit }: JobFile, fitted: EvaluatedJob['fitted']): object | null {
  const engine = engineOfBrief(job.brief.engine)
  const converter = fittedConverter({ fitted })
  if (!engine.ok || !converter) return null
  const found = matchFigures({
    engine: engine.value,
    converter,
    brief: job.brief,
    rules: job.rules,
    train: unit.train,
  })
  const { line, ...figures } = found
  return { outcome: 'runs', ...figures, boostTurbineRadPerS: Number.isFinite(line.boostTurbineRadPerS) ? line.boostTurbineRadPerS : null }
}
