import { eliminate } from '../numeric/elimination.js'
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

/** Room and result of one choice of holding links: speeds per input speed and torques per input torque, kept until the next call. */
export interface Held {
  readonly structure: Structure
  /** Of each group from the input's on; NaN where it is left free. */
  readonly groupSpeeds: Float64Array
  /** Torque that each set puts on its ring; on the sun it is ρ times that, on the carrier −(1 + ρ) times. */
  readonly ringTorques: Float64Array
  /** Torque on each member from outside its links: from sets, input and output; on the case from sets alone, behind them. */
  readonly loads: Float64Array
  /** Torque that each link passes from its a to its b. */
  readonly linkTorques: Float64Array
  outputTorque: number
  outcome: Outcome
  /** Directions in which the torques of the sets are not settled by gearing. */
  unsettled: readonly (readonly number[])[]
  /** Finds speeds, outcome and torques for the ratios of the sets. */
  solve(ratios: Float64Array): Outcome
  /** Finds torques alone, with ratios that may differ from those of the speeds. Says whether there is a balance. */
  balance(ratios: Float64Array): boolean
  speedOf(member: number): number
}

/**
 * Speeds and torques of one choice of holding links. Members that links tie together are one unknown, so that a unit of five or
 * six ranges is left with three to six; the links' own torques follow by adding up along them.
 */
export function heldKernel(structure: Structure, sets: number): Held {
  const { groups, setGroups, setMembers, groupOf, routes, input, output } = structure
  const unknown = Math.max(0, groups - 1)
  const speedRows = new Float64Array(Math.max(1, sets * (unknown + 1)))
  const torqueRows = new Float64Array(Math.max(1, groups * (sets + 2)))
  const pivots = new Int32Array(Math.max(sets, groups, 1))
  const loads = new Float64Array(groupOf.length)
  const outputGroup = groupOf[output] as number

  const addSpeed = (row: number, group: number, factor: number) => {
    if (group === CASE_GROUP) return
    const at = row * (unknown + 1) + (group === INPUT_GROUP ? unknown : group - 1)
    speedRows[at] = (speedRows[at] as number) + (group === INPUT_GROUP ? -factor : factor)
  }
  /** False where the rows contradict each other: the input cannot turn. */
  const findSpeeds = (ratios: Float64Array, speeds: Float64Array): boolean => {
    speedRows.fill(0)
    for (let j = 0; j < sets; j++) {
      const ratio = ratios[j] as number
      addSpeed(j, setGroups[3 * j] as number, ratio)
      addSpeed(j, setGroups[3 * j + 1] as number, 1)
      addSpeed(j, setGroups[3 * j + 2] as number, -(1 + ratio))
    }
    const rank = eliminate(speedRows, sets, unknown, pivots)
    for (let j = rank; j < sets; j++) if (Math.abs(speedRows[j * (unknown + 1) + unknown] as number) > 1e-9) return false
    speeds.fill(NaN)
    speeds[INPUT_GROUP] = 1
    for (let i = 0; i < rank; i++) {
      const row = i * (unknown + 1)
      // Any other coefficient in the row stands in a column without a pivot: the unknown moves with one that is free.
      let settled = true
      for (let k = 0; k < unknown; k++) if (k !== pivots[i] && Math.abs(speedRows[row + k] as number) > SMALL) settled = false
      if (settled) speeds[1 + (pivots[i] as number)] = speedRows[row + unknown] as number
    }
    return true
  }
  const addTorque = (group: number, column: number, factor: number) => {
    if (group === CASE_GROUP) return
    const at = group * (sets + 2) + column
    torqueRows[at] = (torqueRows[at] as number) + factor
  }
  const fillTorques = (ratios: Float64Array) => {
    torqueRows.fill(0)
    for (let j = 0; j < sets; j++) {
      const ratio = ratios[j] as number
      addTorque(setGroups[3 * j] as number, j, ratio)
      addTorque(setGroups[3 * j + 1] as number, j, 1)
      addTorque(setGroups[3 * j + 2] as number, j, -(1 + ratio))
    }
    addTorque(outputGroup, sets, 1)
    torqueRows[sets + 1] = -1
  }
  const held: Held = {
    structure,
    groupSpeeds: new Float64Array(Math.max(1, groups)),
    ringTorques: new Float64Array(sets),
    loads,
    linkTorques: new Float64Array(routes.length),
    outputTorque: 0,
    outcome: 'neutral',
    unsettled: [],
    speedOf: (member) => {
      const group = groupOf[member] as number
      return group === CASE_GROUP ? 0 : (held.groupSpeeds[group] as number)
    },
    balance(ratios) {
      fillTorques(ratios)
      const rank = eliminate(torqueRows, groups, sets + 1, pivots)
      for (let i = rank; i < groups; i++) if (Math.abs(torqueRows[i * (sets + 2) + sets + 1] as number) > 1e-9) return false
      held.unsettled = []
      if (rank === sets + 1)
        for (let i = 0; i < rank; i++) {
          const value = torqueRows[i * (sets + 2) + sets + 1] as number
          if (pivots[i] === sets) held.outputTorque = value
          else held.ringTorques[pivots[i] as number] = value
        }
      else leastTorques(ratios)
      passAlong(ratios)
      return true
    },
    solve(ratios) {
      const { groupSpeeds } = held
      if (structure.inputHeld || !findSpeeds(ratios, groupSpeeds)) return (held.outcome = 'tied-up')
      const out = held.speedOf(output)
      if (Math.abs(out) < SMALL) return (held.outcome = 'output-held')
      return (held.outcome = Number.isNaN(out) || !held.balance(ratios) ? 'neutral' : 'driven')
    },
  }
  /** Where gearing alone does not settle the torques of the sets, the least ones are taken. */
  const leastTorques = (ratios: Float64Array) => {
    fillTorques(ratios)
    const rows = Array.from({ length: groups }, (_, g) => [...torqueRows.subarray(g * (sets + 2), g * (sets + 2) + sets + 1)])
    const { x, free } = solveLinear(rows, rows.map((_row, g) => (g === INPUT_GROUP ? -1 : 0))) // prettier-ignore
    for (let j = 0; j < sets; j++) held.ringTorques[j] = x[j] ?? 0
    held.outputTorque = x[sets] ?? 0
    held.unsettled = free
  }
  const passAlong = (ratios: Float64Array) => {
    loads.fill(0)
    for (let j = 0; j < sets; j++) {
      const [ratio, torque] = [ratios[j] as number, held.ringTorques[j] as number]
      const [s, r, c] = [setMembers[3 * j] as number, setMembers[3 * j + 1] as number, setMembers[3 * j + 2] as number]
      loads[s] = (loads[s] as number) + ratio * torque
      loads[r] = (loads[r] as number) + torque
      loads[c] = (loads[c] as number) - (1 + ratio) * torque
    }
    loads[input] = (loads[input] as number) + 1
    loads[output] = (loads[output] as number) + held.outputTorque
    for (let i = 0; i < routes.length; i++) {
      const { members, shares } = routes[i] as Structure['routes'][number]
      let sum = 0
      for (let k = 0; k < members.length; k++) sum += (shares[k] as number) * (loads[members[k] as number] as number)
      held.linkTorques[i] = sum
    }
  }
  return held
}

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
  const choiceAt = (i: number): Choice => (made[i] ??= choiceOf(train, engaged, oneWays, masks[i] as number))
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
          fallback ??= held
        }
      }
      return fallback ?? tied ?? lockedUp((made[0] as Choice).held)
    },
  }
}

/** Every choice contradicts a one-way clutch, none because its rows do: still nothing can turn. */
const lockedUp = (held: Held): Held => {
  held.outcome = 'tied-up'
  return held
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
    held: heldKernel(structureOf(train, links), train.sets.length),
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
      if (loaded && forward * sense * (held.linkTorques[link] as number) < -SMALL) return false
      continue
    }
    const slip = (a < 0 ? 0 : held.speedOf(a)) - (b < 0 ? 0 : held.speedOf(b))
    if (sense * slip > SMALL) return false
  }
  return true
}
