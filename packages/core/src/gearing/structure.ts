import { certain, memberAt, numberAt, wholeAt } from '../numeric/certain.js'
import { solveLinear } from '../numeric/linear.js'
import { CASE, type GearTrain } from './train.js'

/** A joint, or an element that holds: what ties one member to another or to the case. */
export interface Link {
  readonly id: string
  readonly a: string
  readonly b: string
}

/** Group numbers: what stands with the case, and what turns with the input; the others follow from 1. */
export const CASE_GROUP = -1
export const INPUT_GROUP = 0

/**
 * What the links of a train make of its members, whatever the teeth: groups that turn as one, and by which way each link passes the
 * torques that act on the members of its group.
 */
export interface Structure {
  readonly links: readonly Link[]
  /** Group of each member, in the order of the train's members; the case stands behind them. */
  readonly groupOf: Int32Array
  /** Groups beside the case's, the input's among them. */
  readonly groups: number
  /** Sun, ring and carrier of each set as members and as groups, three a set. */
  readonly setMembers: Int32Array
  readonly setGroups: Int32Array
  readonly input: number
  readonly output: number
  /** The links tie the input to the case. */
  readonly inputHeld: boolean
  /** For each link the members whose torque runs through it, and with which share. */
  readonly routes: readonly Route[]
  /** Links in a loop: gearing alone does not settle how they share. */
  readonly looped: readonly boolean[]
}

export interface Route {
  readonly members: Int32Array
  readonly shares: Float64Array
}

/** Groups members and routes torque for a choice of links; teeth are not looked at. */
export function structureOf(train: GearTrain, links: readonly Link[]): Structure {
  const { members } = train
  const at = new Map([...members.map((m, i) => [m, i] as const), [CASE, members.length] as const])
  const index = (name: string) => certain(at.get(name))
  const roots = joined(
    members.length + 1,
    links.map(({ a, b }) => [index(a), index(b)]),
  )
  const [caseRoot, inputRoot] = [numberAt(roots, members.length), numberAt(roots, index(train.input))]
  const numbers = new Map([[inputRoot, INPUT_GROUP]])
  numbers.set(caseRoot, CASE_GROUP)
  for (const root of roots) if (!numbers.has(root)) numbers.set(root, Math.max(...numbers.values()) + 1)
  const groupOf = Int32Array.from(roots, (root) => certain(numbers.get(root)))
  const setMembers = Int32Array.from(train.sets.flatMap(({ sun, ring, carrier }) => [sun, ring, carrier].map(index)))
  const ends = links.map(({ a, b }): readonly [number, number] => [index(a), index(b)])
  return {
    links,
    groupOf,
    groups: Math.max(INPUT_GROUP, ...numbers.values()) + 1,
    setMembers,
    setGroups: setMembers.map((m) => wholeAt(groupOf, m)),
    input: index(train.input),
    output: index(train.output),
    inputHeld: inputRoot === caseRoot,
    ...routed(ends, roots, members.length),
  }
}

/** For each of n things the least of those that it is joined to. */
function joined(n: number, pairs: readonly (readonly [number, number])[]): number[] {
  const root = Array.from({ length: n }, (_, i) => i)
  const find = (i: number): number => (root[i] === i ? i : find(numberAt(root, i)))
  for (const [a, b] of pairs) {
    const [x, y] = [find(a), find(b)]
    root[Math.max(x, y)] = Math.min(x, y)
  }
  return root.map((_, i) => find(i))
}

/** Torque acts on each member; where the links of a group make no loop it has one way to where it is balanced. */
function routed(ends: readonly (readonly [number, number])[], roots: readonly number[], caseAt: number) {
  const routes = ends.map(() => new Map<number, number>())
  const looped = ends.map(() => false)
  const share = (link: number, member: number, by: number) => {
    const route = memberAt(routes, link)
    if (Math.abs(by) > 1e-12) route.set(member, (route.get(member) ?? 0) + by)
  }
  for (const root of new Set(ends.map(([a]) => numberAt(roots, a)))) {
    const members = roots.flatMap((r, m) => (r === root ? [m] : []))
    const own = ends.flatMap(([a], i) => (roots[a] === root ? [i] : []))
    const ground = members.includes(caseAt) ? caseAt : numberAt(members, 0)
    if (own.length === members.length - 1) alongTree(own, ends, ground, share)
    else alongLoops({ own, ends, members, ground }, share).forEach((loops, i) => (looped[numberAt(own, i)] = loops))
  }
  const packed = routes.map((route): Route => ({
    members: Int32Array.from(route.keys()),
    shares: Float64Array.from(route.values()),
  }))
  return { routes: packed, looped }
}

type Share = (link: number, member: number, by: number) => void
type Ends = readonly (readonly [number, number])[]

/** Each link of a tree passes all that acts on the members beyond it, seen from the ground: from its a to its b, or back. */
function alongTree(own: readonly number[], ends: Ends, ground: number, share: Share): void {
  const walk = (member: number, came: readonly (readonly [link: number, sense: 1 | -1])[], seen: ReadonlySet<number>): void => {
    for (const [link, sense] of came) share(link, member, sense)
    for (const link of own) {
      const [a, b] = memberAt(ends, link)
      const next = a === member ? b : b === member ? a : member
      if (next === member || seen.has(next)) continue
      walk(next, [...came, [link, next === a ? 1 : -1]], new Set([...seen, member]))
    }
  }
  walk(ground, [], new Set([ground]))
}

/** With loops the least sum of squares is taken, as between equally stiff links; says of each link whether it is in a loop. */
function alongLoops(
  { own, ends, members, ground }: { own: readonly number[]; ends: Ends; members: readonly number[]; ground: number },
  share: Share,
): boolean[] {
  const rows = members.filter((m) => m !== ground)
  const incidence = rows.map((m) => own.map((link) => (ends[link]?.[0] === m ? 1 : ends[link]?.[1] === m ? -1 : 0)))
  let loops: boolean[] = []
  for (const loaded of rows) {
    const { x, free } = solveLinear(
      incidence,
      rows.map((m) => (m === loaded ? 1 : 0)),
    )
    own.forEach((link, i) => share(link, loaded, x[i] ?? 0))
    loops = own.map((_link, i) => free.some((direction) => Math.abs(direction[i] ?? 0) > 1e-9))
  }
  return loops
}
