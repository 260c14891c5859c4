import { memberAt } from '../numeric/certain.js'
import { atHighestPower, type Build, type Planner } from './cheapest.js'
import { bestAlone } from './load-table.js'

/** Relative accuracy of the bisection. The result is then raised to the exact power of a build. */
const NEAR = 1e-3
const STEP = 1e-6

/** Finds the highest power that any build holds, and the cheapest build that holds it. `undefined` if no build is consistent. */
export function ceilingOf(planner: Planner): (Build & { readonly powerW: number }) | undefined {
  const at = (powerW: number) => {
    const { build } = planner.cheapestAt(powerW)
    return build && atHighestPower(build, powerW)
  }
  let best = at(planner.scene.engine.on.peakPowerW * NEAR)
  if (!best) return undefined
  let most = upperBound(planner)
  for (;;) {
    const tried = most - best.powerW > NEAR * best.powerW ? (most + best.powerW) / 2 : best.powerW * (1 + STEP)
    const found = at(tried)
    if (found) best = found
    else if (tried <= best.powerW * (1 + STEP)) return best
    else most = tried
  }
}

/** Upper bound of power: per context, the weakest station with its strongest option. */
const upperBound = ({ contexts, scene }: Planner): number =>
  Math.max(
    0,
    ...contexts.map(({ table }) =>
      Math.min(...scene.slots.map((_, slot) => Math.max(0, ...memberAt(table.open, slot).map((option) => bestAlone(table, slot, option))))),
    ),
  )
