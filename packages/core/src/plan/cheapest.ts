import { boundOf, contextsOf } from './contexts.js'
import { conflictIn, SAME_POWER, shortScope, solveContext, tightBound, type Context, type Solved } from './context.js'
import { topPower } from './top-power.js'
import { SAME_MONEY } from './search.js'
import { learn, type Scene } from './scene.js'

/** How an answer is known: contexts and nodes of the search, and the bound below which no build can cost. */
export interface Proof {
  readonly contexts: number
  readonly nodes: number
  /** False if a search reached its limit of nodes: then a cheaper build may exist, down to the bound. */
  readonly optimal: boolean
  readonly bound: number
}

/** A build with the context that it was found in. */
export interface Build extends Solved {
  readonly context: Context
}

/** The cheapest build at a power. `build` is undefined if there is none below the bound. */
interface Cheapest {
  readonly build: Build | undefined
  readonly proof: Proof
}

/** A context, and what is known of its cost: at `fromW` and above no build of it costs less. */
interface Kept {
  readonly context: Context
  bound: number
  fromW: number
}

/** Searches one plan at one power after the other. What is learned at one power is used at every higher one. */
export interface Planner {
  readonly scene: Scene
  readonly contexts: readonly Context[]
  cheapestAt(powerW: number, below?: number): Cheapest
}

/** A search over the contexts of a plan, each context solved only while its bound is below the best build. */
export function plannerOf(scene: Scene): Planner {
  const contexts = contextsOf(scene)
  const kept = contexts.map((context): Kept => ({ context, bound: boundOf(context), fromW: 0 }))
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
 * The cheapest build of all contexts. The context with the least bound is looked at first: its bound is made tight for this power, and if it
 * is still the least, the context is solved. Its cost at one power is a bound at every higher one.
 */
function bestOf(kept: readonly Kept[], powerW: number, below: number): Cheapest {
  let build: Build | undefined
  let nodes = 0
  let unproven = Infinity
  // Something that no part decides, such as the bolt pattern of the case, refuses every build.
  const allTried = kept.every(({ context }) => context.table.scene.allTried)
  const hopeless = () => kept[0]?.context.table.scene.refused.some(({ slots }) => slots.length === 0) ?? false
  const queue = kept.map((each) => ({ each, bound: powerW >= each.fromW ? each.bound : boundOf(each.context), tight: false }))
  for (;;) {
    const next = queue.reduce<(typeof queue)[number] | undefined>((a, b) => (a && a.bound <= b.bound ? a : b), undefined)
    const most = build?.cost ?? below
    if (!next || next.bound >= most - SAME_MONEY || hopeless()) break
    if (!next.tight) {
      Object.assign(next, { bound: Math.max(next.bound, tightBound(next.each.context, powerW, most)), tight: true })
      continue
    }
    const { solved, ...search } = solveContext(next.each.context, powerW, most)
    nodes += search.nodes
    if (search.proven) Object.assign(next.each, { bound: solved?.cost ?? Math.max(next.bound, most), fromW: powerW })
    else unproven = Math.min(unproven, next.bound)
    if (solved) build = { ...solved, context: next.each.context }
    queue.splice(queue.indexOf(next), 1)
  }
  const bound = Math.min(unproven, build?.cost ?? below)
  return { build, proof: { contexts: kept.length, nodes, optimal: unproven === Infinity && allTried, bound } }
}

/** The most power that a build holds at any line pressure that its valves make and its parts bear, with the pressure for it. */
export function atItsMost(build: Build, powerW: number): Build & { readonly powerW: number } {
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
/** Powers found by halving are exact to this share. */
const NEAR = 1e-7
