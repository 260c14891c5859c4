import { memberAt } from '../numeric/certain.js'
import { atItsMost, type Build, type Planner } from './cheapest.js'
import { bestAlone } from './context.js'

/** Powers found by halving are exact to this share, then raised to the next power that a build holds exactly. */
const NEAR = 1e-3
const STEP = 1e-6

/** The most power that any build of a plan holds, with the cheapest build that holds it. `undefined` if no build is consistent. */
export function ceilingOf(planner: Planner): (Build & { readonly powerW: number }) | undefined {
  const at = (powerW: number) => {
    const { build } = planner.cheapestAt(powerW)
    return build && atItsMost(build, powerW)
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

/** No build holds more: in each context the weakest station with its best option. */
const upperBound = ({ contexts, scene }: Planner): number =>
  Math.max(
    0,
    ...contexts.map(({ table }) =>
      Math.min(...scene.slots.map((_, slot) => Math.max(0, ...memberAt(table.open, slot).map((option) => bestAlone(table, slot, option))))),
    ),
  )
