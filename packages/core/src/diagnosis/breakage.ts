import { solveRange, type RangeSolution } from '../gearing/solve.js'
import type { GearRange, GearTrain } from '../gearing/train.js'
import { FAULT_KINDS, type FaultKind } from './fault-kind.js'

/** A place of a train with what has happened to it. */
export interface Breakage {
  readonly at: string
  readonly kind: FaultKind
}

/**
 * What a range does with something broken. fine: as ever. lost: no drive. other: its ratio is gone, it drives in
 * that of another range. slips: it drives until loaded. binds: the input cannot turn, or the output is held. no-braking: it drives, and runs free on the overrun where it held before.
 */
export const RANGE_STATES = ['fine', 'lost', 'slips', 'binds', 'other', 'no-braking'] as const
export type RangeState = (typeof RANGE_STATES)[number]

/** What one breakage does to each range. */
export interface Effect extends Breakage {
  readonly ranges: Readonly<Record<string, RangeState>>
  /** Ratio in the ranges that drive in another one. */
  readonly ratios: Readonly<Record<string, number>>
}

/** Faults that a joint, an element or a set of a gear train can have. Empty if the train has none of that name. */
export function faultKindsAt(train: GearTrain, at: string): readonly FaultKind[] {
  if ([...train.joints, ...train.sets].some(({ id }) => id === at)) return ['broken']
  const element = train.elements.find(({ id }) => id === at)
  if (!element) return []
  return element.kind === 'one-way' ? ['free', 'seized'] : ['lost', 'weak', 'stuck']
}

/** Everything that can happen to a train at one place. */
export const breakagesOf = (train: GearTrain): Breakage[] =>
  [...train.elements, ...train.joints, ...train.sets].flatMap(({ id }) =>
    FAULT_KINDS.filter((kind) => faultKindsAt(train, id).includes(kind)).map((kind) => ({ at: id, kind })),
  )

/** The train with something broken; a seized one-way clutch joins what it stood between. */
function broken(train: GearTrain, { at, kind }: Breakage): GearTrain {
  const element = train.elements.find(({ id }) => id === at)
  if (kind === 'seized' && element) {
    const elements = train.elements.filter(({ id }) => id !== at)
    return { ...train, elements, joints: [...train.joints, { id: at, a: element.a, b: element.b }] }
  }
  const without = <T extends { readonly id: string }>(list: readonly T[]) => list.filter(({ id }) => id !== at)
  if (kind === 'stuck') return train
  return { ...train, sets: without(train.sets), joints: without(train.joints), elements: without(train.elements) }
}

const onWith = (range: GearRange, { at, kind }: Breakage): GearRange => {
  const rest = range.on.filter((id) => id !== at)
  return { ...range, on: kind === 'stuck' ? [...rest, at] : rest }
}

/** A train as it was and as it is with one thing broken. */
interface Sound {
  readonly train: GearTrain
  readonly range: GearRange
  readonly power: RangeSolution
  readonly braking: boolean
}

const SAME = 1e-6

const brakes = (train: GearTrain, range: GearRange, ratio: number): boolean => {
  const overrun = solveRange(train, range, 'overrun')
  return overrun.outcome === 'driven' && Math.abs(overrun.ratio - ratio) < SAME
}

/** The ranges of a train as they drive when sound; those that do not drive have nothing to lose. */
const soundRanges = (train: GearTrain): Sound[] =>
  train.ranges.flatMap((range) => {
    const power = solveRange(train, range)
    return power.outcome === 'driven' ? [{ train, range, power, braking: brakes(train, range, power.ratio) }] : []
  })

/** The ranges that drive when all is sound: neutral, park or a mistaken range has nothing to lose. */
export const drivingRanges = (train: GearTrain): GearRange[] =>
  train.ranges.filter((range) => solveRange(train, range).outcome === 'driven')

/** What each breakage does to each range that drives: by solving the train without the joint, the element or the set, or with the element on. */
export function effectsOf(train: GearTrain, breakages: readonly Breakage[] = breakagesOf(train)): Effect[] {
  const sound = soundRanges(train)
  return breakages.map((breakage) => {
    const states = sound.map((one) => [one.range.id, stateWith(one, breakage)] as const)
    return {
      ...breakage,
      ranges: Object.fromEntries(states.map(([id, { state }]) => [id, state])),
      ratios: Object.fromEntries(states.flatMap(([id, { ratio }]) => (ratio === undefined ? [] : [[id, ratio]]))),
    }
  })
}

function stateWith(sound: Sound, breakage: Breakage): { state: RangeState; ratio?: number } {
  const { train, range, power, braking } = sound
  if (breakage.kind === 'weak') {
    // Where it can be spared it is not loaded; a one-way clutch beside it holds.
    const { state } = stateWith(sound, { ...breakage, kind: 'lost' })
    return { state: state === 'fine' || state === 'no-braking' ? state : 'slips' }
  }
  const hurt = broken(train, breakage)
  const on = onWith(range, breakage)
  const now = solveRange(hurt, on)
  if (now.outcome === 'neutral') return { state: 'lost' }
  if (now.outcome !== 'driven') return { state: 'binds' }
  if (Math.abs(now.ratio - power.ratio) > SAME) return { state: 'other', ratio: now.ratio }
  return { state: braking && !brakes(hurt, on, power.ratio) ? 'no-braking' : 'fine' }
}

/** Ranges whose drive or whose ratio a breakage takes away. */
export const lostRanges = ({ ranges }: Pick<Effect, 'ranges'>): string[] =>
  Object.entries(ranges).flatMap(([id, state]) => (state === 'lost' || state === 'other' ? [id] : []))
