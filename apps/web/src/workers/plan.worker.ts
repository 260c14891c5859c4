import {
  engineOfBrief,
  moneyWithoutEffect,
  nextSets,
  planFrontier,
  presentPoint,
  unitOffer,
  type Excess,
  type FrontierAnswer,
  type NextSet,
  type PlanInput,
  type PlanPoint,
  type PresentPoint,
  type UnitOffer,
} from '@plucky/core'
import { expose } from 'comlink'

/** Runs plans in a worker. The page terminates the worker to stop a search. */
const planner = {
  /** Computes the frontier and passes on each build when it is found. */
  frontier: (input: PlanInput, onPoint: (point: PlanPoint) => void): FrontierAnswer => planFrontier(input, onPoint),
  /** Finds the next sets and passes on each when it is found. */
  next: (input: PlanInput, most: number, onSet: (set: NextSet) => void): NextSet[] => nextSets(input, most, onSet),
  excess: (input: PlanInput): Excess[] => moneyWithoutEffect(input),
  /** Plans each transmission for the peak power of its engine and passes on each offer when it is found. `own` is the one of the job. */
  offers: (inputs: readonly PlanInput[], own: string, onOffer: (offer: UnitOffer) => void): UnitOffer[] =>
    inputs.flatMap((input) => {
      const engine = engineOfBrief(input.brief.engine)
      if (!engine.ok) return []
      const offer = unitOffer(input, engine.value.on.peakPowerW, input.unit.id !== own)
      onOffer(offer)
      return [offer]
    }),
  present: (input: PlanInput): PresentPoint | undefined => presentPoint(input),
}

export type PlanWorker = typeof planner
expose(planner)
