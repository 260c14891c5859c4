import type { FrontierAnswer, PlanInput, PlanPoint, PresentPoint } from '@plucky/core'
import { proxy } from 'comlink'
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
    // Points use a separate channel, so the last ones may arrive after the answer.
    const onPoint = proxy((point: PlanPoint) =>
      put((before) => (before.answer ? before : { ...before, points: withPoint(before.points, point) })),
    )
    const present = await planner.present(input)
    put((before) => ({ ...before, present }))
    const answer = await planner.frontier(input, onPoint)
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
