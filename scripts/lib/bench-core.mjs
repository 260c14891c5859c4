import { performance } from 'node:perf_hooks'
import { converterCharacteristic, engineOfBrief, solveTrain, specAnswer } from '../../packages/core/dist/index.js'
import { casesOf, usualConverter } from '../../packages/core/dist/judge/cases.js'
import { fittedConverter } from '../../packages/core/dist/judge/fitted.js'
import { stationTerms, stationVerdict } from '../../packages/core/dist/judge/station-verdict.js'
import { benchMatch } from './bench-match.mjs'
import { benchTrain } from './bench-train.mjs'
import { demoShop } from '../../packages/demo/dist/index.js'

const WARM = 300
const RUNS = 1000

/** Median and 95th percentile of a warm call, ms. Preparation is not timed. */
function timed(name, call, prepare = (i) => i) {
  for (let i = 0; i < WARM; i++) call(prepare(i))
  const times = Array.from({ length: RUNS }, (_, i) => {
    const given = prepare(i)
    const from = performance.now()
    call(given)
    return performance.now() - from
  }).sort((a, b) => a - b)
  const at = (share) => times[Math.floor(share * (RUNS - 1))].toFixed(3)
  return `${name}: median ${at(0.5)} ms, p95 ${at(0.95)} ms`
}

export function benchCore() {
  const { units, shelf, jobs } = demoShop()
  const [unit] = units
  const [job] = jobs
  const byId = new Map(shelf.map((part) => [part.id, part]))
  const stations = Object.keys(job.spec.fits)
  const at = (station) => shelf.filter((part) => part.stationIds.includes(station))
  const shelves = new Map(stations.map((station) => [station, at(station)]))
  const headline = job.brief.engine.headline
  /** Pressure, engine scale and one part differ at every call. */
  const inputAt = (i) => {
    const station = stations[i % stations.length]
    const choice = shelves.get(station)
    const fitted = new Map(stations.flatMap((s) => (job.spec.fits[s] ? [[s, byId.get(job.spec.fits[s])]] : []))).set(
      station,
      choice[i % choice.length],
    )
    const scale = 1 + (i % 97) / 1000
    const scaled = { ...headline, peakPowerW: headline.peakPowerW * scale, peakTorqueNm: headline.peakTorqueNm * scale }
    const brief = { ...job.brief, engine: { ...job.brief.engine, headline: scaled } }
    const pressure = { drivePa: job.spec.pressure.drivePa * (1 + (i % 89) / 1000), reversePa: job.spec.pressure.reversePa }
    return { unit, brief, fitted, pressure, rules: job.rules }
  }
  const verdict = (i) => specAnswer(inputAt(i))
  return [
    timed('whole verdict, every case, power held of every station', verdict),
    timed('the same, and with this very converter', (i) => verdict(i).heldSameConverter),
    ...partsOf(inputAt),
    timed('gear train, all ranges of Alder 3 with every name', () => solveTrain(unit.train)),
    ...benchTrain(units),
    ...benchMatch(jobs, units, byId),
  ]
}

/** Times each part of a verdict, to show where a slowdown is. */
function partsOf(inputAt) {
  const cased = (i) => {
    const input = inputAt(i)
    const engine = engineOfBrief(input.brief.engine).value
    const fitted = fittedConverter(input)
    return { input, engine, converter: fitted ? converterCharacteristic(fitted) : usualConverter(engine, input) }
  }
  const judged = (i) => {
    const { input, engine, converter } = cased(i)
    const { cases } = casesOf(input, engine, converter)
    return { input, cases, peakPowerW: engine.on.peakPowerW }
  }
  const terms = (i) => {
    const scene = judged(i)
    return { scene, stations: scene.input.unit.stations.map((station) => stationTerms(scene.input, station, scene.cases)) }
  }
  return [
    timed('  of it the engine curve', ({ brief }) => engineOfBrief(brief.engine), inputAt),
    timed('  loads of every case', ({ input, engine, converter }) => casesOf(input, engine, converter), cased),
    timed('  limits and what they hold', ({ input, cases }) => input.unit.stations.map((s) => stationTerms(input, s, cases)), judged),
    timed('  power held of every station', ({ scene, stations }) => stations.map((each) => stationVerdict(each, scene)), terms),
    timed('  findings, when looked at', (answer) => answer.findings, verdictAt(inputAt)),
    timed('  fit-up, when looked at', (answer) => answer.stops, verdictAt(inputAt)),
  ]
}

const verdictAt = (inputAt) => (i) => specAnswer(inputAt(i))
