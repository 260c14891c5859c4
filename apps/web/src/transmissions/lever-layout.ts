import { certain } from '@plucky/core'
import { setRatio, type GearTrain } from '@plucky/core'

/** Members that always turn as one, at their place on a lever: speed goes straight with the place. */
export interface LeverNode {
  readonly members: readonly string[]
  readonly place: number
}

export interface Lever {
  readonly sets: readonly string[]
  /** In the order of their places. */
  readonly nodes: readonly LeverNode[]
}

/**
 * The levers of a train (Benford & Leising, SAE 810102). Of a set the sun stands at 0, the ring at 1 and the carrier at 1/(1 + ρ), so that
 * ρ·ω_s + ω_r = (1 + ρ)·ω_c is a straight line; sets that share two members by joints are one lever, scaled to agree at those two.
 */
export function leversOf(train: GearTrain): Lever[] {
  const nets = netsOf(train)
  const levers: { sets: string[]; places: Map<string, number> }[] = []
  for (const set of train.sets) {
    const ratio = setRatio(set)
    const own: [string, number][] = [
      [nets(set.sun), 0],
      [nets(set.ring), 1],
      [nets(set.carrier), 1 / (1 + ratio)],
    ]
    const home = levers.find(({ places }) => new Set(own.filter(([net]) => places.has(net)).map(([net]) => net)).size === 2)
    if (!home) {
      levers.push({ sets: [set.id], places: new Map(own) })
      continue
    }
    // Sets are only joined here if they share two members.
    const [[u, qu], [v, qv]] = own.filter(([net]) => home.places.has(net)) as [[string, number], [string, number]]
    const [pu, pv] = [certain(home.places.get(u)), certain(home.places.get(v))]
    home.sets.push(set.id)
    for (const [net, q] of own) if (!home.places.has(net)) home.places.set(net, pu + ((q - qu) * (pv - pu)) / (qv - qu))
  }
  const members = new Map<string, string[]>()
  for (const member of train.members) members.set(nets(member), [...(members.get(nets(member)) ?? []), member])
  return levers.map(({ sets, places }) => ({
    sets,
    nodes: [...places].map(([net, place]) => ({ members: members.get(net) ?? [net], place })).sort((a, b) => a.place - b.place),
  }))
}

/** The first of all members that joints tie to a member. */
function netsOf({ members, joints }: GearTrain): (member: string) => string {
  const first = new Map(members.map((member) => [member, member]))
  const of = (member: string): string => {
    const up = first.get(member) ?? member
    return up === member ? member : of(up)
  }
  for (const { a, b } of joints) first.set(of(b), of(a))
  return of
}
