import { memberAt, numberAt } from '../numeric/certain.js'

/** Which options of one slot go with each option of another: by own option, 1 for every option of the other that goes with it. */
export type Relation = readonly Uint8Array[]

/** Choice of one option in every slot, at least cost, under constraints. */
export interface ChoiceProblem {
  /** Cost of every option by slot, cheapest first. May be negative. */
  readonly costs: readonly (readonly number[])[]
  /** By slot, the slots that it constrains pairwise. Both directions are given. */
  readonly related: readonly ReadonlyMap<number, Relation>[]
  /**
   * Slots whose chosen options cannot all be kept together, or `undefined` if the choice is good. The options of every two slots go
   * together. Options that are still open are given, because some constraints depend on them.
   */
  conflict(choice: readonly number[], open: Domains): readonly number[] | undefined
  /** True if an option was found impossible, whatever else is chosen. May become true during the search. */
  readonly isDead?: (slot: number, option: number) => boolean
}

/** Options left in every slot, ascending. */
export type Domains = readonly (readonly number[])[]

/** The cheapest choice, or proof that there is none below the bound; not proven if the node limit was reached. */
export interface Found {
  readonly choice: readonly number[] | undefined
  readonly cost: number
  readonly nodes: number
  readonly proven: boolean
}

/** Sums of money are equal within this. */
export const SAME_MONEY = 1e-6

/**
 * Cheapest choice by branch and bound. In every node the cheapest option of each slot is chosen. If the choice has no conflict it is the
 * best of the node. Otherwise the node is split so that each child excludes the conflict, and the consequences are propagated over the
 * pairwise relations. A node is dropped if its cheapest options together cost no less than the best choice so far.
 * Source: Land & Doig 1960 (branch and bound); Mackworth 1977 (arc consistency).
 */
export function cheapestChoice(problem: ChoiceProblem, open: Domains, below = Infinity, mostNodes = MOST_NODES): Found {
  let best: readonly number[] | undefined
  let cost = below
  let nodes = 0
  const visit = (given: Domains): void => {
    const domains = livingIn(problem, given)
    if (!domains) return
    if (nodes >= mostNodes || leastCost(problem, domains) >= cost - SAME_MONEY) return
    nodes++
    const choice = domains.map((options) => numberAt(options, 0))
    const scope = pairApart(problem, choice) ?? problem.conflict(choice, domains)
    if (!scope) {
      best = choice
      cost = leastCost(problem, domains)
      return
    }
    for (const child of childrenOf(problem, domains, choice, scope)) visit(child)
  }
  const consistent = propagated(problem, open)
  if (consistent) visit(consistent)
  return { choice: best, cost, nodes, proven: nodes < mostNodes }
}

/** Nodes after which a search gives up its proof. */
const MOST_NODES = 200_000

/** Lower bound of a node: the cheapest option of every slot. */
export const leastCost = ({ costs }: Pick<ChoiceProblem, 'costs'>, domains: Domains): number =>
  domains.reduce((sum, options, slot) => sum + numberAt(memberAt(costs, slot), numberAt(options, 0)), 0)

/** The options that are still possible. `undefined` if a slot has none. */
function livingIn({ isDead }: ChoiceProblem, domains: Domains): Domains | undefined {
  if (!isDead) return domains
  const living = domains.map((options, slot) =>
    options.some((option) => isDead(slot, option)) ? options.filter((option) => !isDead(slot, option)) : options,
  )
  return living.some((options) => options.length === 0) ? undefined : living
}

/** Two slots whose chosen options do not go together, the later one first: a kit decides several slots at once. */
function pairApart({ related }: Pick<ChoiceProblem, 'related'>, choice: readonly number[]): readonly number[] | undefined {
  for (let slot = 0; slot < choice.length; slot++)
    for (const [other, relation] of memberAt(related, slot)) {
      if (other > slot && relation[numberAt(choice, slot)]?.[numberAt(choice, other)] === 0) return [other, slot]
    }
  return undefined
}

/** Nodes that together hold everything except choices with the conflict, cheapest first. */
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

/** Removes options that go with no option left in a related slot, until nothing changes. `undefined` if a slot runs empty. */
export function propagated({ related }: Pick<ChoiceProblem, 'related'>, open: Domains, changed?: readonly number[]): Domains | undefined {
  const domains = [...open]
  if (domains.some((options) => options.length === 0)) return undefined
  const queue = changed ? [...changed] : domains.map((_, slot) => slot)
  while (queue.length > 0) {
    const slot = queue.pop() as number
    for (const [other, relation] of memberAt(related, slot)) {
      const own = memberAt(domains, slot)
      const before = memberAt(domains, other)
      const left = before.filter((option) => own.some((mine) => relation[mine]?.[option] === 1))
      if (left.length === before.length) continue
      if (left.length === 0) return undefined
      domains[other] = left
      if (!queue.includes(other)) queue.push(other)
    }
  }
  return domains
}
