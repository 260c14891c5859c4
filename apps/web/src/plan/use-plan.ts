import { pointWith, type FrontierAnswer, type PlanInput, type PlanPoint, type PresentPoint } from '@plucky/core'
import { proxy } from 'comlink'
import type { SentPoint } from '../workers/plan.worker.js'
import { useSearch, type Search, type SearchSteps } from './use-search.js'

/** Builds of the frontier. */
export interface PlanFound {
  readonly points: readonly PlanPoint[]
  /** `undefined` until the search is complete. */
  readonly answer: FrontierAnswer | undefined
  readonly present: PresentPoint | undefined
}

const steps: SearchSteps<PlanInput, PlanFound> = {
  nothing: { points: [], answer: undefined, present: undefined },
  pauseMs: 0,
  async run(planner, input, put) {
    const known = new Map<string, PlanPoint>()
    const priced = (sent: SentPoint): PlanPoint => {
      const key = JSON.stringify(sent)
      const point = known.get(key) ?? pointWith(input, sent.spec, sent.powerW)
      known.set(key, point)
      return point
    }
    // Points use a separate channel, so the last ones may arrive after the answer.
    const onPoint = proxy((point: SentPoint) =>
      put((before) => (before.answer ? before : { ...before, points: withPoint(before.points, priced(point)) })),
    )
    await planner.open(input)
    const present = await planner.present()
    put((before) => ({ ...before, present }))
    const sent = await planner.frontier(onPoint)
    const answer: FrontierAnswer = sent.outcome === 'planned' ? { ...sent, points: sent.points.map(priced) } : sent
    put(() => ({ present, answer, points: answer.outcome === 'planned' ? answer.points : [] }))
  },
}

/** Adds a point. Points of the same cost are replaced: the new one holds more. */
const withPoint = (points: readonly PlanPoint[], point: PlanPoint): PlanPoint[] => [
  ...points.filter(({ money }) => money < point.money - SAME_MONEY),
  point,
]

const SAME_MONEY = 0.005

/** Computes the frontier of a job in a worker. */
export const usePlan = (input: PlanInput): Search<PlanFound> => useSearch(input, steps)
