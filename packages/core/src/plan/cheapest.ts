import { boundOf, contextsOf } from './contexts.js'
import { conflictIn, shortScope, solveContext, tightBound, type Solved } from './context.js'
import { SAME_POWER, type Context } from './load-table.js'
import { topPower } from './top-power.js'
import { SAME_MONEY } from './search.js'
import { learn, type Scene } from './scene.js'

/** Extent of the search, and the lower bound of cost that it proves. */
export interface Proof {
  readonly contexts: number
  readonly nodes: number
  /** False if a search reached its node limit or not all operations were combined. A cheaper build may then exist, down to the bound. */
  readonly optimal: boolean
  readonly bound: number
}

/** A build, and the context in which it was found. */
export interface Build extends Solved {
  readonly context: Context
}

/** The cheapest build at a power. `build` is undefined if there is none below the bound. */
interface Cheapest {
  readonly build: Build | undefined
  readonly proof: Proof
}

/** A context with the lower bound of its cost, valid at `fromW` and above. */
interface BoundedContext {
  readonly context: Context
  bound: number
  fromW: number
}

/** Finds the cheapest build at one power after another. Bounds found at one power are reused at higher powers. */
export interface Planner {
  readonly scene: Scene
  readonly contexts: readonly Context[]
  cheapestAt(powerW: number, below?: number): Cheapest
}

/** Prepares the search over all contexts of a plan. */
export function plannerOf(scene: Scene): Planner {
  const contexts = contextsOf(scene)
  const kept = contexts.map((context): BoundedContext => ({ context, bound: boundOf(context), fromW: 0 }))
  const cheapestAt = (powerW: number, below = Infinity): Cheapest => {
    const found = bestOf(kept, powerW, below)
    const short = found.build && shortScope(scene, found.build.choice, found.build.pressure, powerW * (1 - SAME_POWER))
    if (!found.build || !short) return found
    learn(scene, short, found.build.choice)
    for (const each of kept) Object.assign(each, { bound: boundOf(each.context), fromW: 0 })
    return cheapestAt(powerW, below)
  }
  return { scene, contexts, cheapestAt }
}

/**
 * Finds the cheapest build of all contexts. Always continues with the context of the lowest bound: first computes its tight bound at this
 * power, then solves it. The search ends when the lowest bound is not below the best build.
 */
function bestOf(kept: readonly BoundedContext[], powerW: number, below: number): Cheapest {
  let build: Build | undefined
  let nodes = 0
  let unproven = Infinity
  // If no part can remove a finding, such as a case bolt pattern that does not match, no build is possible.
  const allTried = kept.every(({ context }) => context.table.scene.allTried)
  const hopeless = () => kept[0]?.context.table.scene.refused.has('') ?? false
  const queue = kept.map((each) => ({ each, bound: powerW >= each.fromW ? each.bound : boundOf(each.context), tight: false }))
  for (;;) {
    const next = queue.reduce<(typeof queue)[number] | undefined>((a, b) => (a && a.bound <= b.bound ? a : b), undefined)
    const most = build?.cost ?? below
    if (!next || next.bound >= most - SAME_MONEY || hopeless()) break
    if (!next.tight) {
      const bound = Math.max(next.bound, tightBound(next.each.context, powerW, most))
      Object.assign(next, { bound, tight: true })
      Object.assign(next.each, { bound, fromW: powerW })
      continue
    }
    const { solved, ...search } = solveContext(next.each.context, powerW, most)
    nodes += search.nodes
    if (search.proven) Object.assign(next.each, { bound: Math.max(next.bound, search.cost), fromW: powerW })
    else unproven = Math.min(unproven, next.bound)
    if (solved) build = { ...solved, context: next.each.context }
    queue.splice(queue.indexOf(next), 1)
  }
  const bound = Math.min(unproven, build?.cost ?? below)
  return { build, proof: { contexts: kept.length, nodes, optimal: unproven === Infinity && allTried, bound } }
}

/** Raises the power of a build to the highest that its parts hold at any allowed line pressure, and sets that pressure. */
export function atHighestPower(build: Build, powerW: number): Build & { readonly powerW: number } {
  const { context, choice } = build
  const only = choice.map((option) => [option])
  const pressureAt = (wantedW: number) => {
    const found = conflictIn(context, choice, only, wantedW)
    return 'pressure' in found ? found.pressure : undefined
  }
  const top = topPower(context, choice)
  const pressure = pressureAt(top)
  if (pressure) return { ...build, pressure, powerW: top }
  let [low, high] = [{ powerW, pressure: build.pressure }, top]
  for (let i = 0; i < HALVINGS && high - low.powerW > low.powerW * NEAR; i++) {
    const middle = (low.powerW + high) / 2
    const found = pressureAt(middle)
    if (found) low = { powerW: middle, pressure: found }
    else high = middle
  }
  return { ...build, ...low }
}

const HALVINGS = 40
/** Relative accuracy of powers found by bisection. */
const NEAR = 1e-7
