import { atItsMost, type Build, type Planner, type Proof } from './cheapest.js'
import { SAME_MONEY } from './search.js'

/** A build that no other beats in both cost and power held. */
export interface FrontierPoint {
  readonly build: Build
  /** Power held with the margins of the plan. */
  readonly powerW: number
}

export interface Frontier {
  /** By rising cost and power. Empty if no build is consistent at any power. */
  readonly points: readonly FrontierPoint[]
  readonly proof: Omit<Proof, 'bound'>
}

/** Power below which nothing is worth planning, as a share of the engine's. */
const LEAST_SHARE = 1e-3
/** Powers closer than this share are one point. */
const STEP_SHARE = 1e-6

/**
 * Every build that no other beats in both cost and power held: the cheapest at any power, then the cheapest that holds more than that, and
 * so on up to the ceiling of the unit, or up to a budget. `onPoint` is called after each.
 */
export function frontierOf(planner: Planner, most = Infinity, onPoint: (point: FrontierPoint) => void = () => undefined): Frontier {
  const points: FrontierPoint[] = []
  const proof = { contexts: planner.contexts.length, nodes: 0, optimal: true }
  let wantedW = planner.scene.engine.on.peakPowerW * LEAST_SHARE
  for (;;) {
    const { build, proof: own } = planner.cheapestAt(wantedW, most + 2 * SAME_MONEY)
    proof.nodes += own.nodes
    proof.optimal &&= own.optimal
    if (!build) return { points, proof }
    const { powerW, ...found } = atItsMost(build, wantedW)
    const before = points.at(-1)
    if (before && before.build.cost >= build.cost - SAME_MONEY) points.pop()
    const point = { build: found, powerW }
    points.push(point)
    onPoint(point)
    wantedW = powerW * (1 + STEP_SHARE)
  }
}
