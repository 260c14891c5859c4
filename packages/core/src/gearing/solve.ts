import { solveLinear } from '../numeric/linear.js'
import { CASE, type GearRange, type GearTrain, type ShiftElement } from './train.js'

/** What a range of a gear train does, per 1 of input speed and per 1 of input torque. */
export interface RangeSolution {
  readonly range: string
  readonly outcome: 'driven' | 'neutral' | 'tied-up'
  /** Input over output speed; 0 unless driven. */
  readonly ratio: number
  /** Speed of each member per input speed; members left free are absent. */
  readonly speeds: Readonly<Record<string, number>>
  /** Torque that each joint and element passes from its a to its b, per input torque. */
  readonly torques: Readonly<Record<string, number>>
  /** Torque on the sun, ring and carrier of each set, per input torque. */
  readonly setTorques: Readonly<Record<string, { readonly sun: number; readonly ring: number; readonly carrier: number }>>
  /** Torque that the train takes from the output side, and from the case, per input torque: input + output + case = 0. */
  readonly outputTorque: number
  readonly caseTorque: number
  readonly free: readonly string[]
  /** One-way clutches that let go in this range. */
  readonly overrunning: readonly string[]
  /** Elements that share one torque in a way that gearing alone does not settle (shared as between equally stiff ones). */
  readonly shared: readonly string[]
}

interface Constraint {
  readonly id: string
  readonly terms: readonly (readonly [member: string, factor: number])[]
}

const SMALL = 1e-7

/**
 * Speeds and torques of every member, joint and element in one range, from data alone (Willis 1841; lever rules of Benford &
 * Leising, SAE 810102). Speeds satisfy Z_s·ω_s + Z_r·ω_r − (Z_s + Z_r)·ω_c = 0 (double-pinion Z_r·ω_r − Z_s·ω_s − (Z_r − Z_s)·ω_c = 0);
 * torques are the multipliers of the same equations. One-way clutches hold only in their sense: every choice of holding and
 * released ones is tried, most holding first, and the first that contradicts neither its torques nor its speeds is the answer.
 */
export function solveRange(train: GearTrain, range: GearRange): RangeSolution {
  const oneWays = train.elements.filter((element) => element.kind === 'one-way')
  const engaged = train.elements.filter((element) => element.kind !== 'one-way' && range.on.includes(element.id))
  let fallback: RangeSolution | undefined
  for (const holding of choices(oneWays)) {
    const solution = solveHeld(
      train,
      range.id,
      [...engaged, ...holding],
      oneWays.filter((one) => !holding.includes(one)),
    )
    if (solution.outcome === 'driven' && obeysOneWays(solution, holding, oneWays)) return solution
    if (!fallback || (fallback.outcome === 'tied-up' && solution.outcome === 'neutral')) fallback = solution
  }
  return fallback as RangeSolution
}

/** Every subset of the one-way clutches, the larger ones first. */
function choices(oneWays: readonly ShiftElement[]): ShiftElement[][] {
  const all = Array.from({ length: 2 ** oneWays.length }, (_, mask) => oneWays.filter((_one, i) => mask & (1 << i)))
  return all.sort((a, b) => b.length - a.length)
}

/** Holding ones push against their sense only; released ones run away from it only. */
function obeysOneWays(solution: RangeSolution, holding: readonly ShiftElement[], all: readonly ShiftElement[]): boolean {
  return all.every((one) => {
    const sense = one.holds === 'forward' ? 1 : -1
    if (holding.includes(one)) return sense * (solution.torques[one.id] ?? 0) >= -SMALL
    const [a, b] = [speedOf(solution, one.a), speedOf(solution, one.b)]
    return a === undefined || b === undefined || sense * (a - b) <= SMALL
  })
}

const speedOf = (solution: RangeSolution, member: string) => (member === CASE ? 0 : solution.speeds[member])

function solveHeld(train: GearTrain, range: string, held: readonly ShiftElement[], released: readonly ShiftElement[]): RangeSolution {
  const constraints = constraintsOf(train, held)
  const rowOf = (c: Constraint) => train.members.map((m) => c.terms.reduce((sum, [name, factor]) => (name === m ? sum + factor : sum), 0))
  const rows = constraints.map(rowOf)
  const inputRow = train.members.map((m) => (m === train.input ? 1 : 0))
  const motion = solveLinear([...rows, inputRow], [...rows.map(() => 0), 1])
  const settled = (i: number) => motion.free.every((direction) => Math.abs(direction[i] ?? 0) < SMALL)
  const overrunning = released.map((one) => one.id)
  if (!motion.consistent) return nothing(range, 'tied-up', {}, [], overrunning)
  const speeds = Object.fromEntries(train.members.flatMap((m, i) => (settled(i) ? [[m, tidy(motion.x[i] ?? 0)]] : [])))
  const free = train.members.filter((_m, i) => !settled(i))
  const outputSpeed = speeds[train.output]
  if (outputSpeed === undefined || Math.abs(outputSpeed) < SMALL)
    return nothing(range, outputSpeed === 0 ? 'tied-up' : 'neutral', speeds, free, overrunning)
  const forces = balance(train, rows)
  if (!forces.consistent) return nothing(range, 'neutral', speeds, free, overrunning)
  return driven(train, range, { constraints, held, speeds, free, overrunning, outputSpeed, forces })
}

function nothing(
  range: string,
  outcome: 'neutral' | 'tied-up',
  speeds: RangeSolution['speeds'],
  free: readonly string[],
  overrunning: readonly string[],
): RangeSolution {
  return {
    range,
    outcome,
    ratio: 0,
    speeds,
    torques: {},
    setTorques: {},
    outputTorque: 0,
    caseTorque: 0,
    free,
    overrunning,
    shared: [],
  }
}

/** Willis equations of the sets, then joints, then whatever holds; each as Σ factor·ω = 0. */
function constraintsOf(train: GearTrain, held: readonly ShiftElement[]): Constraint[] {
  const sets = train.sets.map((set): Constraint => {
    const sunFactor = set.kind === 'simple' ? set.sunTeeth : -set.sunTeeth
    // divided by the ring's teeth, so that all rows are of one size
    const [s, r] = [sunFactor / set.ringTeeth, 1]
    return { id: set.id, terms: [[set.sun, s], [set.ring, r], [set.carrier, -(s + r)]] } // prettier-ignore
  })
  const links = [...train.joints, ...held].map(({ id, a, b }): Constraint => ({ id, terms: b === CASE ? [[a, 1]] : a === CASE ? [[b, -1]] : [[a, 1], [b, -1]] })) // prettier-ignore
  return [...sets, ...links]
}

/** Torque balance of every member: what the constraints put on it, input torque 1 and the unknown output torque add up to nothing. */
function balance(train: GearTrain, rows: readonly (readonly number[])[]) {
  const matrix = train.members.map((m, i) => [...rows.map((row) => row[i] ?? 0), m === train.output ? 1 : 0])
  return solveLinear(
    matrix,
    train.members.map((m) => (m === train.input ? -1 : 0)),
  )
}

interface DrivenState {
  readonly constraints: readonly Constraint[]
  readonly held: readonly ShiftElement[]
  readonly speeds: RangeSolution['speeds']
  readonly free: readonly string[]
  readonly overrunning: readonly string[]
  readonly outputSpeed: number
  readonly forces: ReturnType<typeof solveLinear>
}

function driven(train: GearTrain, range: string, state: DrivenState): RangeSolution {
  const { constraints, held, forces } = state
  const multiplier = (id: string) => forces.x[constraints.findIndex((c) => c.id === id)] ?? 0
  const shares = (id: string) =>
    forces.free.some((direction) => Math.abs(direction[constraints.findIndex((c) => c.id === id)] ?? 0) > SMALL)
  const setTorques = Object.fromEntries(
    train.sets.map((set, i) => {
      const [sun, ring, carrier] = (constraints[i] as Constraint).terms.map(([, factor]) => tidy(factor * multiplier(set.id)))
      return [set.id, { sun: sun as number, ring: ring as number, carrier: carrier as number }]
    }),
  )
  // The multiplier is the torque on a; what a passes to b is its opposite.
  const torques = Object.fromEntries([...train.joints, ...held].map(({ id }) => [id, tidy(-multiplier(id))]))
  const caseTorque = held.reduce((sum, { id, a, b }) => (b === CASE ? sum + multiplier(id) : a === CASE ? sum - multiplier(id) : sum), 0)
  return {
    range,
    outcome: 'driven',
    ratio: 1 / state.outputSpeed,
    speeds: state.speeds,
    torques,
    setTorques,
    outputTorque: forces.x[constraints.length] ?? 0,
    caseTorque,
    free: state.free,
    overrunning: state.overrunning,
    shared: held.filter(({ id }) => shares(id)).map(({ id }) => id),
  }
}

/** Takes rounding dust off a figure of order one. */
const tidy = (value: number) => (Math.abs(value) < 1e-12 ? 0 : value)

/** All ranges of a train. */
export function solveTrain(train: GearTrain): ReadonlyMap<string, RangeSolution> {
  return new Map(train.ranges.map((range) => [range.id, solveRange(train, range)]))
}
