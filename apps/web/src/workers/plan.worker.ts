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

/** A build without its cost, which the page computes itself: the items of the cost are too large to send for each build. */
export type SentPoint = Pick<PlanPoint, 'spec' | 'powerW'>
/** The frontier with its builds as they are sent. */
export type SentFrontier =
  | Exclude<FrontierAnswer, { outcome: 'planned' }>
  | {
      readonly outcome: 'planned'
      readonly points: readonly SentPoint[]
      readonly proof: Extract<FrontierAnswer, { outcome: 'planned' }>['proof']
    }

const sent = ({ spec, powerW }: PlanPoint): SentPoint => ({ spec, powerW })

let input: PlanInput | undefined

function given(): PlanInput {
  if (!input) throw new Error('no plan was opened')
  return input
}

/** Runs plans in a worker. The page terminates the worker to stop a search. */
const planner = {
  /** Sets the plan of the following calls, so that it is sent once. */
  open(plan: PlanInput): void {
    input = plan
  },
  /** Computes the frontier and passes on each build when it is found. */
  frontier(onPoint: (point: SentPoint) => void): SentFrontier {
    const answer = planFrontier(given(), (point) => onPoint(sent(point)))
    return answer.outcome === 'planned' ? { ...answer, points: answer.points.map(sent) } : answer
  },
  /** Finds the next sets and passes on each when it is found. */
  next: (most: number, onSet: (set: NextSet) => void): NextSet[] => nextSets(given(), most, onSet),
  excess: (): Excess[] => moneyWithoutEffect(given()),
  /** Plans the transmission for the peak power of its engine. `undefined` if the brief contradicts itself. */
  offer(mayNotFitCrank: boolean): UnitOffer | undefined {
    const engine = engineOfBrief(given().brief.engine)
    return engine.ok ? unitOffer(given(), engine.value.on.peakPowerW, mayNotFitCrank) : undefined
  },
  present: (): PresentPoint | undefined => presentPoint(given()),
}

export type PlanWorker = typeof planner
expose(planner)
