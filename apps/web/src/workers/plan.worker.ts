import { planFrontier, presentPoint, type FrontierAnswer, type PlanInput, type PlanPoint, type PresentPoint } from '@plucky/core'
import { expose } from 'comlink'

/** Runs plans in a worker. The page terminates the worker to stop a search. */
const planner = {
  /** Computes the frontier and passes on each build when it is found. */
  frontier: (input: PlanInput, onPoint: (point: PlanPoint) => void): FrontierAnswer => planFrontier(input, onPoint),
  present: (input: PlanInput): PresentPoint | undefined => presentPoint(input),
}

export type PlanWorker = typeof planner
expose(planner)
