import { planFrontier, presentPoint, type FrontierAnswer, type PlanInput, type PlanPoint, type PresentPoint } from '@plucky/core'
import { expose } from 'comlink'

/** Plans away from the screen. To stop it, the screen ends the worker. */
const planner = {
  /** Every build that no other beats; each is passed on as it is found. */
  frontier: (input: PlanInput, onPoint: (point: PlanPoint) => void): FrontierAnswer => planFrontier(input, onPoint),
  present: (input: PlanInput): PresentPoint | undefined => presentPoint(input),
}

export type PlanWorker = typeof planner
expose(planner)
