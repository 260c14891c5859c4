import { boundOf, contextsOf } from './contexts.js'
import { conflictIn, solveContext, type Context, type Solved } from './context.js'
import { topPower } from './top-power.js'
import { SAME_MONEY } from './search.js'
import type { Scene } from './scene.js'

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
export interface Cheapest {
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

/**
 * A search over the contexts of a plan, the one with the least bound first. A context is solved only while its bound is below the best
 * build, and its cost at one power is a bound at every higher one.
 */
export function plannerOf(scene: Scene): Planner {
  const contexts = contextsOf(scene)
  const kept = contexts.map((context): Kept => ({ context, bound: boundOf(context), fromW: 0 }))
  return {
    scene,
    contexts,
    cheapestAt(powerW, below = Infinity) {
      let build: Build | undefined
      let nodes = 0
      let open = Infinity
      const boundAt = ({ context, bound, fromW }: Kept) => (powerW >= fromW ? bound : boundOf(context))
      for (const each of [...kept].sort((a, b) => boundAt(a) - boundAt(b))) {
        const most = build?.cost ?? below
        if (boundAt(each) >= most - SAME_MONEY) break
        const { solved, ...search } = solveContext(each.context, powerW, most)
        nodes += search.nodes
        if (search.proven) Object.assign(each, { bound: solved?.cost ?? Math.max(boundAt(each), most), fromW: powerW })
        else open = Math.min(open, boundAt(each))
        if (solved) build = { ...solved, context: each.context }
      }
      const cost = build?.cost ?? below
      return { build, proof: { contexts: contexts.length, nodes, optimal: open === Infinity, bound: Math.min(open, cost) } }
    },
  }
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
