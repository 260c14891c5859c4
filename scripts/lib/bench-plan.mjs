import { performance } from 'node:perf_hooks'
import { planInputOf } from '../../packages/contract/dist/index.js'
import { DEFAULT_RULES, planForPower, planFrontier, stockFits, toSi, unitOffer } from '../../packages/core/dist/index.js'
import { plannerOf } from '../../packages/core/dist/plan/cheapest.js'
import { solveContext } from '../../packages/core/dist/plan/context.js'
import { sceneOf } from '../../packages/core/dist/plan/scene.js'
import { asLp, asModel, choiceProgram } from '../../packages/core/dist/plan/milp.js'

const WARM = 6
const RUNS = 15

/** Median and greatest of a few warm calls, ms. */
function timed(name, call, prepare = () => undefined) {
  const times = Array.from({ length: WARM + RUNS }, () => {
    const given = prepare()
    const from = performance.now()
    call(given)
    return performance.now() - from
  })
    .slice(WARM)
    .sort((a, b) => a - b)
  return `${name}: median ${times[Math.floor(RUNS / 2)].toFixed(1)} ms, most ${times[RUNS - 1].toFixed(1)} ms`
}

/** The planner beside general solvers on the same problems. */
export async function benchPlan({ units, jobs, catalogue }) {
  const { default: highs } = await import('highs')
  const { default: simplex } = await import('javascript-lp-solver')
  const solver = await highs()
  const wishes = { anyStall: true, margin: 1 }
  const inputOf = (job) =>
    planInputOf(
      job,
      units.find(({ id }) => id === job.unitId),
      catalogue,
      wishes,
    )
  const sizes = jobs.map((job) => ({ job, size: units.find(({ id }) => id === job.unitId).stations.length }))
  const largest = sizes.reduce((a, b) => (b.size > a.size ? b : a)).job
  const scene = () => sceneOf(inputOf(largest)).value
  const powerW = scene().engine.on.peakPowerW * 0.9
  const { build } = plannerOf(scene()).cheapestAt(powerW)
  const at = build.context
  const fresh = () => plannerOf(scene()).contexts.find(({ open }) => JSON.stringify(open) === JSON.stringify(at.open))
  const known = fresh()
  const program = choiceProgram(known, powerW)
  const targetW = sceneOf(inputOf(jobs[0])).value.engine.on.peakPowerW
  const offers = () =>
    units.map((unit) => {
      const stock = stockFits(catalogue, unit)
      const present = { ...jobs[0].spec, fits: stock, works: {} }
      const brief = { ...jobs[0].brief, rear: {}, behind: undefined }
      const input = { ...inputOf(jobs[0]), brief, unit, variantId: null, arrived: stock, present, rules: DEFAULT_RULES }
      return unitOffer(input, toSi(450, 'hp'))
    })
  return [
    timed('plan: one context of the largest transmission, from nothing', (context) => solveContext(context, powerW, Infinity), fresh),
    timed('  the same, what the options hold known', () => solveContext(known, powerW, Infinity)),
    ...(program
      ? [
          timed('  the same choice by HiGHS', () => solver.solve(asLp(program))),
          timed('  the same choice by javascript-lp-solver', () => simplex.Solve(asModel(program))),
        ]
      : []),
    timed(`plan: ${jobs[0].name} at its target, all converters, valves and lockups`, () => planForPower(inputOf(jobs[0]), targetW)),
    timed(`plan: ${jobs[0].name}, frontier`, () => planFrontier(inputOf(jobs[0]))),
    timed('plan: six transmissions at one power, with their ceilings', offers),
  ]
}
