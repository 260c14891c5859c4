import { atHighestPower, type Build, type Planner, type Proof } from './cheapest.js'
import { SAME_MONEY } from './search.js'

/** A build that no other build beats in both cost and power held. */
export interface FrontierPoint {
  readonly build: Build
  /** Power held with the margins of the plan, W. */
  readonly powerW: number
}

export interface Frontier {
  /** Sorted by cost and power. Empty if no build is consistent. */
  readonly points: readonly FrontierPoint[]
  readonly proof: Omit<Proof, 'bound'>
}

/** Lowest power that is planned, as a fraction of engine power. */
const LEAST_SHARE = 1e-3
/** Relative step from one point to the next. Closer powers are one point. */
const STEP_SHARE = 1e-6

/**
 * Finds all builds that are not beaten in both cost and power held, by repeating the search for the cheapest build just above the power of
 * the last one. Ends at the highest power or at the budget `most`. Calls `onPoint` after each build.
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
    const { powerW, ...found } = atHighestPower(build, wantedW)
    const before = points.at(-1)
    if (before && before.build.cost >= build.cost - SAME_MONEY) points.pop()
    const point = { build: found, powerW }
    points.push(point)
    onPoint(point)
    wantedW = powerW * (1 + STEP_SHARE)
  }
}
