import { performance } from 'node:perf_hooks'
import { solveTrain, specAnswer } from '../../packages/core/dist/index.js'
import { benchMatch } from './bench-match.mjs'
import { benchTrain } from './bench-train.mjs'
import { demoShop } from '../../packages/demo/dist/index.js'

const WARM = 300
const RUNS = 1000

/** Median and 95th percentile of a call, in ms, after it is warm. */
function timed(name, call) {
  for (let i = 0; i < WARM; i++) call(i)
  const times = Array.from({ length: RUNS }, (_, i) => {
    const from = performance.now()
    call(i)
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
  const verdict = (i) => {
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
    return specAnswer({ unit, brief, fitted, pressure, rules: job.rules })
  }
  return [
    timed('whole verdict, every case, power held of every station', verdict),
    timed('the same, and with this very converter', (i) => verdict(i).heldSameConverter),
    timed('gear train, all ranges of Alder 3 with every name', () => solveTrain(unit.train)),
    ...benchTrain(units),
    ...benchMatch(jobs, units, byId),
  ]
}
