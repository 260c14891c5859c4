import { memberAt, numberAt, realAt, wholeAt } from '../numeric/certain.js'
import { SmallSystem } from '../numeric/elimination.js'
import { solveLinear } from '../numeric/linear.js'
import { CASE_GROUP, INPUT_GROUP, structureOf, type Structure } from './structure.js'
import type { GearTrain, PlanetarySet, ShiftElement } from './train.js'

/**
 * driven: the output turns in proportion. neutral: nothing drives it. tied-up: the input cannot turn. output-held: the input turns and the
 * output cannot.
 */
export const OUTCOMES = ['driven', 'neutral', 'tied-up', 'output-held'] as const
export type Outcome = (typeof OUTCOMES)[number]

export const SMALL = 1e-7

/**
 * Z_s/Z_r of a set, negative where its pinions stand in pairs: the set obeys ρ·ω_s + ω_r − (1 + ρ)·ω_c = 0 (Willis 1841), and its torques
 * on sun, ring and carrier stand as ρ : 1 : −(1 + ρ).
 * @example setRatio({ kind: 'simple', sunTeeth: 40, ringTeeth: 80 }) // → 0.5
 */
export const setRatio = ({ kind, sunTeeth, ringTeeth }: Pick<PlanetarySet, 'kind' | 'sunTeeth' | 'ringTeeth'>): number =>
  (kind === 'simple' ? 1 : -1) * (sunTeeth / ringTeeth)

/**
 * Speeds and torques of one choice of holding links, per input speed and torque, in room of its own: what is read from it stands until the
 * next call. Members that links tie together are one unknown, so that a unit of five or six ranges is left with three to six; the
 * links' own torques follow by adding up along them.
 */
export class Held {
  /** Speed of each group, the input's first. NaN if the group is free. */
  readonly groupSpeeds: Float64Array
  /** Torque that each set puts on its ring; on the sun it is ρ times that, on the carrier −(1 + ρ) times. */
  readonly ringTorques: Float64Array
  /** Torque on each member from outside its links: from sets, input and output; on the case from sets alone, behind them. */
  readonly loads: Float64Array
  /** Torque that each link passes from its a to its b. */
  readonly linkTorques: Float64Array
  outputTorque = 0
  outcome: Outcome = 'neutral'
  /** Directions in which the torques of the sets are not settled by gearing. */
  unsettled: readonly (readonly number[])[] = []
  private readonly motion: SmallSystem
  private readonly forces: SmallSystem

  constructor(
    readonly structure: Structure,
    private readonly sets: number,
  ) {
    const { groups, groupOf, routes } = structure
    this.groupSpeeds = new Float64Array(groups)
    this.ringTorques = new Float64Array(sets)
    this.loads = new Float64Array(groupOf.length)
    this.linkTorques = new Float64Array(routes.length)
    this.motion = new SmallSystem(sets, groups - 1)
    this.forces = new SmallSystem(groups, sets + 1)
  }

  /** Finds speeds, outcome and torques for the ratios of the sets. */
  solve(ratios: Float64Array): Outcome {
    this.outcome = this.found(ratios)
    return this.outcome
  }

  speedOf(member: number): number {
    const group = wholeAt(this.structure.groupOf, member)
    return group === CASE_GROUP ? 0 : realAt(this.groupSpeeds, group)
  }

  /** Finds torques alone, with ratios that may differ from those of the speeds. Says whether there is a balance. */
  balance(ratios: Float64Array): boolean {
    const { forces, sets } = this
    this.fillForces(ratios)
    forces.reduce()
    if (!forces.consistent(EXACT)) return false
    if (forces.rank === sets + 1) {
      this.unsettled = []
      for (let i = 0; i < forces.rank; i++) {
        if (forces.pivots[i] === sets) this.outputTorque = forces.right(i)
        else this.ringTorques[wholeAt(forces.pivots, i)] = forces.right(i)
      }
    } else this.takeLeast(ratios)
    this.passAlong(ratios)
    return true
  }

  private found(ratios: Float64Array): Outcome {
    if (this.structure.inputHeld || !this.turns(ratios)) return 'tied-up'
    const out = this.speedOf(this.structure.output)
    if (Math.abs(out) < SMALL) return 'output-held'
    return Number.isNaN(out) || !this.balance(ratios) ? 'neutral' : 'driven'
  }

  /** Finds the speeds; false where the sets contradict each other, so that the input cannot turn. */
  private turns(ratios: Float64Array): boolean {
    const { motion, groupSpeeds, sets } = this
    const { setGroups } = this.structure
    motion.clear()
    for (let j = 0; j < sets; j++) {
      const ratio = realAt(ratios, j)
      this.addSpeed(j, wholeAt(setGroups, 3 * j), ratio)
      this.addSpeed(j, wholeAt(setGroups, 3 * j + 1), 1)
      this.addSpeed(j, wholeAt(setGroups, 3 * j + 2), -(1 + ratio))
    }
    motion.reduce()
    if (!motion.consistent(EXACT)) return false
    groupSpeeds.fill(NaN)
    groupSpeeds[INPUT_GROUP] = 1
    for (let i = 0; i < motion.rank; i++) if (this.settled(i)) groupSpeeds[1 + wholeAt(motion.pivots, i)] = motion.right(i)
    return true
  }

  /** Any other coefficient in the row stands in a column without a pivot: the unknown moves with one that is free. */
  private settled(row: number): boolean {
    const { motion } = this
    for (let k = 0; k < motion.columns; k++) if (k !== motion.pivots[row] && Math.abs(motion.at(row, k)) > SMALL) return false
    return true
  }

  private addSpeed(row: number, group: number, factor: number): void {
    if (group === INPUT_GROUP) this.motion.add(row, this.motion.columns, -factor)
    else if (group !== CASE_GROUP) this.motion.add(row, group - 1, factor)
  }

  private fillForces(ratios: Float64Array): void {
    const { forces, sets } = this
    const { setGroups, groupOf, output } = this.structure
    forces.clear()
    for (let j = 0; j < sets; j++) {
      const ratio = realAt(ratios, j)
      this.addTorque(wholeAt(setGroups, 3 * j), j, ratio)
      this.addTorque(wholeAt(setGroups, 3 * j + 1), j, 1)
      this.addTorque(wholeAt(setGroups, 3 * j + 2), j, -(1 + ratio))
    }
    this.addTorque(wholeAt(groupOf, output), sets, 1)
    forces.add(INPUT_GROUP, sets + 1, -1)
  }

  private addTorque(group: number, column: number, factor: number): void {
    if (group !== CASE_GROUP) this.forces.add(group, column, factor)
  }

  /** If gearing alone does not determine the torques of the sets, the lowest ones are taken. */
  private takeLeast(ratios: Float64Array): void {
    const { forces, sets } = this
    this.fillForces(ratios)
    const rows = Array.from({ length: forces.rows }, (_r, g) => Array.from({ length: sets + 1 }, (_c, j) => forces.at(g, j)))
    const { x, free } = solveLinear(
      rows,
      rows.map((_row, g) => forces.right(g)),
    )
    for (let j = 0; j < sets; j++) this.ringTorques[j] = x[j] ?? 0
    this.outputTorque = x[sets] ?? 0
    this.unsettled = free
  }

  private passAlong(ratios: Float64Array): void {
    const { loads, linkTorques, sets } = this
    const { setMembers, routes, input, output } = this.structure
    loads.fill(0)
    for (let j = 0; j < sets; j++) {
      const [ratio, torque] = [realAt(ratios, j), realAt(this.ringTorques, j)]
      const [s, r, c] = [wholeAt(setMembers, 3 * j), wholeAt(setMembers, 3 * j + 1), wholeAt(setMembers, 3 * j + 2)]
      loads[s] = realAt(loads, s) + ratio * torque
      loads[r] = realAt(loads, r) + torque
      loads[c] = realAt(loads, c) - (1 + ratio) * torque
    }
    loads[input] = realAt(loads, input) + 1
    loads[output] = realAt(loads, output) + this.outputTorque
    for (let i = 0; i < routes.length; i++) {
      const { members, shares } = memberAt(routes, i)
      let sum = 0
      for (let k = 0; k < members.length; k++) sum += realAt(shares, k) * realAt(loads, wholeAt(members, k))
      linkTorques[i] = sum
    }
  }
}

/** Rows agree within this, their coefficients being of order one. */
const EXACT = 1e-9

/** Which way torque comes: from the engine, or from the wheels on the overrun. */
export type Drive = 'power' | 'overrun'

export interface RangeKernel {
  /** Solves for the ratios of the sets, in their order. What comes back is good until the next call. */
  solve(ratios: Float64Array, drive?: Drive): Held
}

interface Choice {
  readonly held: Held
  /** One-way clutches: where each stands among the links (−1 where it is let go), its members, and its sense. */
  readonly oneWays: readonly { readonly link: number; readonly a: number; readonly b: number; readonly sense: 1 | -1 }[]
}

/**
 * Solves one range of a train again and again with other teeth, without allocating. One-way clutches hold only in their sense: all
 * hold at first; those that contradict their torque or speed are let go, choice by choice, and the first choice that contradicts nothing is
 * the answer. Where every choice contradicts itself the train is locked against a one-way clutch: tied up.
 */
export function rangeKernel(train: GearTrain, on: readonly string[]): RangeKernel {
  const oneWays = train.elements.filter((element) => element.kind === 'one-way')
  const engaged = train.elements.filter((element) => element.kind !== 'one-way' && on.includes(element.id))
  const masks = choicesOf(oneWays.length)
  const made: (Choice | undefined)[] = []
  const choiceAt = (i: number): Choice => (made[i] ??= choiceOf(train, engaged, oneWays, numberAt(masks, i)))
  return {
    solve(ratios, drive = 'power') {
      const forward = drive === 'power' ? 1 : -1
      let fallback: Held | undefined
      let tied: Held | undefined
      for (let i = 0; i < masks.length; i++) {
        const choice = choiceAt(i)
        const { held } = choice
        const outcome = held.solve(ratios)
        if (outcome === 'tied-up') tied ??= held
        else if (obeys(choice, forward, outcome === 'driven')) {
          if (outcome === 'driven') return held
          // Where nothing is driven no one-way clutch is loaded, so the fewest of them hold.
          fallback = held
        }
      }
      const found = fallback ?? tied
      if (found) return found
      // Every choice contradicts a one-way clutch, though none contradicts itself: still nothing can turn.
      const { held } = choiceAt(0)
      held.outcome = 'tied-up'
      return held
    },
  }
}

/** Every subset of the one-way clutches as a mask, the larger ones first. */
const choicesOf = (count: number): number[] => {
  const size = (mask: number): number => (mask === 0 ? 0 : (mask & 1) + size(mask >> 1))
  return Array.from({ length: 2 ** count }, (_, mask) => mask).sort((a, b) => size(b) - size(a))
}

function choiceOf(train: GearTrain, engaged: readonly ShiftElement[], oneWays: readonly ShiftElement[], mask: number): Choice {
  const holding = oneWays.filter((_one, i) => mask & (1 << i))
  const links = [...train.joints, ...engaged, ...holding]
  const at = (member: string) => train.members.indexOf(member)
  return {
    held: new Held(structureOf(train, links), train.sets.length),
    oneWays: oneWays.map((one) => ({
      link: holding.includes(one) ? links.indexOf(one) : -1,
      a: at(one.a),
      b: at(one.b),
      sense: one.holds === 'forward' ? 1 : -1,
    })),
  }
}

/** Holding ones push against their sense only; released ones run away from it only. */
function obeys({ held, oneWays }: Choice, forward: 1 | -1, loaded: boolean): boolean {
  for (const { link, a, b, sense } of oneWays) {
    if (link >= 0) {
      if (loaded && forward * sense * realAt(held.linkTorques, link) < -SMALL) return false
      continue
    }
    const slip = (a < 0 ? 0 : held.speedOf(a)) - (b < 0 ? 0 : held.speedOf(b))
    if (sense * slip > SMALL) return false
  }
  return true
}
