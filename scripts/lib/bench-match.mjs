import { performance } from 'node:perf_hooks'
import { readDyno, writeDynoCsv } from '../../packages/contract/dist/index.js'
import { dynoPull, engineOfBrief, inAnotherCore, lockupReport, matchFigures, seeded } from '../../packages/core/dist/index.js'

const ROWS = 20000

/** Median of a few calls, in ms; each gets its number, so that no two do the same work. */
function median(runs, call) {
  const times = Array.from({ length: runs }, (_, i) => {
    const from = performance.now()
    call(i)
    return performance.now() - from
  })
  return times.sort((a, b) => a - b)[runs >> 1].toFixed(2)
}

/** All figures of a converter behind an engine, the lockup report, and a long dyno file. */
export function benchMatch(jobs, units, byId) {
  const job = jobs.find(({ spec }) => spec.fits.lockup)
  const unit = units.find(({ id }) => id === job.unitId)
  const { brief, rules, spec } = job
  const engine = engineOfBrief(brief.engine).value
  const fitted = new Map(Object.entries(spec.fits).flatMap(([s, id]) => (id ? [[s, byId.get(id)]] : [])))
  const { geometry } = fitted.get('converter')
  const matched = (i) =>
    matchFigures({
      engine,
      converter: inAnotherCore(geometry, geometry.diameterM * (1 + i / 5000)),
      brief,
      rules,
      train: unit.train,
    })
  const text = writeDynoCsv(
    dynoPull(engine.on, { rows: ROWS, lossShare: 0.15, factor: 1, torqueNoise: 0.01, speedNoiseRadPerS: 0.5 }, seeded(1)),
    { delimiter: ';', decimal: ',', torque: 'N·m', quoted: true },
  )
  median(20, matched)
  return [
    `all figures of a converter behind an engine, flash and held stall solved: median ${median(60, matched)} ms`,
    `lockup report: median ${median(60, () => lockupReport({ unit, brief, fitted, pressure: spec.pressure, rules }))} ms`,
    `dyno file of ${ROWS} rows, quoted, decimal commas, read in one piece: median ${median(7, () => readDyno(text))} ms`,
  ]
}
