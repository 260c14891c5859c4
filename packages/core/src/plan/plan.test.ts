import highs from 'highs'
import { planInputOf, type JobContent } from '@plucky/contract'
import { demoShop } from '@plucky/demo'
import { seeded } from '../numeric/seeded.js'
import { asLp, choiceOf, choiceProgram, conflictOf } from './milp.js'
import { plannerOf } from './cheapest.js'
import type { Context } from './load-table.js'
import { sceneOf } from './scene.js'

type Highs = Awaited<ReturnType<typeof highs>>

/** The cheapest choice of a context by HiGHS; conflicts of more than two are cut off until there is none. */
function cheapestBy(solver: Highs, context: Context, powerW: number): number {
  const program = choiceProgram(context, powerW)
  if (!program) return Infinity
  for (;;) {
    const solution = solver.solve(asLp(program))
    if (solution.Status !== 'Optimal') return Infinity
    const choice = choiceOf(program, (name) => solution.Columns[name]?.Primal ?? 0)
    const cut = conflictOf(context, choice, powerW)
    if (!cut) return solution.ObjectiveValue
    program.cuts.push(cut)
  }
}

describe('the search over the complete demo shelf, with random prices', () => {
  const { jobs, units, catalogue } = demoShop()
  it('finds the cost that HiGHS finds in every context', async () => {
    const solver = await highs()
    const random = seeded(11)
    for (const job of jobs.slice(0, 6) as JobContent[]) {
      const parts = new Map([...catalogue.parts].map(([id, part]) => [id, { ...part, price: Math.round(1 + random() * 2000) }]))
      const unit = units.find(({ id }) => id === job.unitId)
      if (!unit) throw new Error(job.unitId)
      const made = sceneOf(planInputOf(job, unit, { ...catalogue, parts }, { anyStall: true, margin: 1 }))
      if (!made.ok) throw new Error('brief')
      const powerW = made.value.engine.on.peakPowerW * 0.9
      const { contexts, cheapestAt } = plannerOf(made.value)
      const { build, proof } = cheapestAt(powerW)
      const byHighs = Math.min(...contexts.map((context) => cheapestBy(solver, context, powerW)))
      expect([job.name, proof.optimal, build?.cost.toFixed(2)]).toEqual([job.name, true, byHighs.toFixed(2)])
    }
  })
})
