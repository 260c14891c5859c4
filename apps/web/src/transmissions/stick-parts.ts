import { CASE, type GearTrain, type PlanetarySet } from '@plucky/core'

export const GEARS = ['sun', 'ring', 'carrier'] as const
export type Gear = (typeof GEARS)[number]

/** What hangs on a member. */
type Hung =
  | { readonly on: 'gear'; readonly set: PlanetarySet; readonly gear: Gear }
  | { readonly on: 'element' | 'joint'; readonly id: string; readonly other: string }
  | { readonly on: 'input' }
  | { readonly on: 'output' }

/**
 * The members of a train as they are drawn. One that has a single joint and a single other thing on it needs no line of its own: it is
 * the leg by which that thing reaches the member beyond the joint.
 */
export interface StickParts {
  readonly hung: ReadonlyMap<string, readonly Hung[]>
  /** Members drawn as a leg: the joint by which they reach another, and that member. */
  readonly legs: ReadonlyMap<string, { readonly joint: string; readonly spine: string }>
  /** Members drawn as a line. */
  readonly spines: readonly string[]
  /** The line on which a member is found: its own, that beyond its joint, or the case. */
  spineOf(member: string): string
}

export function stickParts(train: GearTrain): StickParts {
  const hung = new Map(train.members.map((member) => [member, hungOn(train, member)]))
  const legs = new Map<string, { joint: string; spine: string }>()
  for (const member of train.members) {
    const own = hung.get(member) ?? []
    const joint = own.find((h) => h.on === 'joint')
    if (own.length !== 2 || joint?.on !== 'joint' || own.filter((h) => h.on === 'joint').length !== 1) continue
    if (own.some((h) => h.on === 'input' || h.on === 'output') || joint.other === CASE || legs.has(joint.other)) continue
    legs.set(member, { joint: joint.id, spine: joint.other })
  }
  return {
    hung,
    legs,
    spines: train.members.filter((member) => !legs.has(member)),
    spineOf: (member) => legs.get(member)?.spine ?? member,
  }
}

function hungOn(train: GearTrain, member: string): Hung[] {
  const ends = (on: 'element' | 'joint', list: readonly { id: string; a: string; b: string }[]): Hung[] =>
    list.flatMap(({ id, a, b }): Hung[] => (a === member ? [{ on, id, other: b }] : b === member ? [{ on, id, other: a }] : []))
  return [
    ...train.sets.flatMap((set) => GEARS.flatMap((gear): Hung[] => (set[gear] === member ? [{ on: 'gear', set, gear }] : []))),
    ...ends('element', train.elements),
    ...ends('joint', train.joints),
    ...(train.input === member ? [{ on: 'input' } as const] : []),
    ...(train.output === member ? [{ on: 'output' } as const] : []),
  ]
}
