import { memberAt, numberAt } from '../numeric/certain.js'

/** Compatibility of the options of two slots: for each option of the first slot, 1 for every compatible option of the second. */
export type Relation = readonly Uint8Array[]

/** Problem: choose one option per slot at least cost, subject to constraints. */
export interface ChoiceProblem {
  /** Costs by slot and option, ascending. May be negative. */
  readonly costs: readonly (readonly number[])[]
  /** Relations to other slots, by slot. Given in both directions. */
  readonly related: readonly ReadonlyMap<number, Relation>[]
  /**
   * Returns slots whose chosen options are not possible together, or `undefined` if the choice is valid. All pairwise relations are already
   * met. `open` contains the options left in each slot.
   */
  conflict(choice: readonly number[], open: Domains): readonly number[] | undefined
  /** True if an option is impossible in every combination. The result may change to true during the search. */
  readonly isDead?: (slot: number, option: number) => boolean
}

/** Options left in each slot, ascending. */
export type Domains = readonly (readonly number[])[]

/** Result of a search. `proven` is false if the node limit was reached. */
export interface Found {
  readonly choice: readonly number[] | undefined
  /** Cost of the choice. Without a choice, a lower bound of the cost of every choice. */
  readonly cost: number
  readonly nodes: number
  readonly proven: boolean
}

/** Tolerance for comparing sums of money. */
export const SAME_MONEY = 1e-6

/**
 * Finds the cheapest choice by branch and bound. Each node tries the cheapest option of every slot. If that choice has no conflict, it is
 * the best of the node. Otherwise the node is split into children that exclude the conflict, and the pairwise relations are propagated.
 * Nodes that cannot be cheaper than the best choice are skipped. Source: Land and Doig 1960 (branch and bound); Mackworth 1977 (arc
 * consistency).
 */
export function cheapestChoice(problem: ChoiceProblem, open: Domains, below = Infinity, mostNodes = MOST_NODES): Found {
  let best: readonly number[] | undefined
  let cost = below
  let skipped = Infinity
  let nodes = 0
  const visit = (given: Domains): void => {
    const domains = livingIn(problem, given)
    if (!domains) return
    const least = leastCost(problem, domains)
    if (nodes >= mostNodes || least >= cost - SAME_MONEY) {
      skipped = Math.min(skipped, least)
      return
    }
    nodes++
    const choice = domains.map((options) => numberAt(options, 0))
    const scope = pairApart(problem, choice) ?? problem.conflict(choice, domains)
    if (!scope) {
      best = choice
      cost = least
      return
    }
    for (const child of childrenOf(problem, domains, choice, scope)) visit(child)
  }
  const consistent = propagated(problem, open)
  if (consistent) visit(consistent)
  return { choice: best, cost: best ? cost : skipped, nodes, proven: nodes < mostNodes }
}

/** Node limit of a search. */
const MOST_NODES = 200_000

/** Lower bound of a node: the cheapest option of every slot. */
export const leastCost = ({ costs }: Pick<ChoiceProblem, 'costs'>, domains: Domains): number =>
  domains.reduce((sum, options, slot) => sum + numberAt(memberAt(costs, slot), numberAt(options, 0)), 0)

/** Removes impossible options that are cheaper than all others of their slot. `undefined` if a slot has no option left. */
function livingIn({ isDead }: ChoiceProblem, domains: Domains): Domains | undefined {
  if (!isDead) return domains
  const living: (readonly number[])[] = []
  for (const [slot, options] of domains.entries()) {
    const first = options.findIndex((option) => !isDead(slot, option))
    if (first < 0) return undefined
    living.push(first === 0 ? options : options.slice(first))
  }
  return living
}

/** Finds two slots with incompatible options, the later slot first: a kit fixes several slots at once. */
function pairApart({ related }: Pick<ChoiceProblem, 'related'>, choice: readonly number[]): readonly number[] | undefined {
  for (let slot = 0; slot < choice.length; slot++)
    for (const [other, relation] of memberAt(related, slot)) {
      if (other > slot && relation[numberAt(choice, slot)]?.[numberAt(choice, other)] === 0) return [other, slot]
    }
  return undefined
}

/** Splits a node into children that together contain all choices without the conflict. Sorted by lower bound. */
function childrenOf(problem: ChoiceProblem, domains: Domains, choice: readonly number[], scope: readonly number[]): Domains[] {
  const children = scope.flatMap((slot, i): Domains[] => {
    const rest = memberAt(domains, slot).filter((option) => option !== choice[slot])
    if (rest.length === 0) return []
    const fixed = scope.slice(0, i)
    const narrowed = domains.map((options, at) => (at === slot ? rest : fixed.includes(at) ? [numberAt(choice, at)] : options))
    const child = propagated(problem, narrowed, [...fixed, slot])
    return child ? [child] : []
  })
  return children.sort((a, b) => leastCost(problem, a) - leastCost(problem, b))
}

/** Removes options that are compatible with no option of a related slot, until nothing changes. `undefined` if a slot has none left. */
export function propagated({ related }: Pick<ChoiceProblem, 'related'>, open: Domains, changed?: readonly number[]): Domains | undefined {
  const domains = [...open]
  if (domains.some((options) => options.length === 0)) return undefined
  const queue = changed ? [...changed] : domains.map((_, slot) => slot)
  while (queue.length > 0) {
    const slot = queue.pop() as number
    for (const [other, relation] of memberAt(related, slot)) {
      const own = memberAt(domains, slot)
      const before = memberAt(domains, other)
      if (before.every((option) => isCompatible(relation, own, option))) continue
      const left = before.filter((option) => isCompatible(relation, own, option))
      if (left.length === 0) return undefined
      domains[other] = left
      if (!queue.includes(other)) queue.push(other)
    }
  }
  return domains
}

/** True if any of the first slot's options is compatible with an option of the second. */
function isCompatible(relation: Relation, options: readonly number[], other: number): boolean {
  for (const option of options) if (relation[option]?.[other] === 1) return true
  return false
}
