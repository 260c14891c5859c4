import { memberAt, numberAt, realAt, wholeAt } from '../numeric/certain.js'
import { compounds } from './gear-torques.js'
import { setRatios, kernelOf } from './solve.js'
import type { GearRange, GearTrain, PlanetarySet } from './train.js'

/** Share of power that one external or internal mesh passes on: two meshes make the 0.98 usual for a simple set (from memory). */
const MESH_EFFICIENCY = Math.sqrt(0.98)

/**
 * Efficiency of a set with its carrier held: two meshes, three where the pinions stand in pairs; or as the set itself says. Of the mesh at the
 * ring a share may be counted.
 * Source: Müller, Epicyclic Drive Trains, from memory.
 * @example basicEfficiency({ kind: 'simple' }) // → 0.98
 */
export const basicEfficiency = ({ kind, efficiency }: Pick<PlanetarySet, 'kind' | 'efficiency'>, ringShare = 1): number => {
  const inner = kind === 'simple' ? 1 : 2
  return efficiency === undefined ? MESH_EFFICIENCY ** (inner + ringShare) : efficiency ** ((inner + ringShare) / (inner + 1))
}

/** Mesh losses of a range. */
export interface RangeEfficiency {
  /** Output power over input power; 0 where the range locks itself. */
  readonly efficiency: number
  /** The losses are more than what is put in: nothing at the input moves the output. */
  readonly selfLocking: boolean
  /** For each set which way its power runs seen from the carrier: 1 sun to ring, −1 ring to sun, 0 where it turns as one or idles. */
  readonly flow: Readonly<Record<string, 1 | -1 | 0>>
}

/**
 * Efficiency of a driven range by Kreines and Rozovsky: the basic ratio of each set is changed by its basic efficiency, with the
 * sense in which power runs through it seen from its carrier, and the torques are balanced anew (Müller, Epicyclic Drive Trains; from
 * memory). The two sets of a compound one share the mesh at the ring, which sees only what both bring to it together. Nothing where the
 * range is not driven. Losses of bearings, seals and drag are not in it.
 */
export function rangeEfficiency(train: GearTrain, range: GearRange): RangeEfficiency | undefined {
  const ratios = setRatios(train)
  const held = kernelOf(train, range.on).solve(ratios)
  if (held.outcome !== 'driven') return undefined
  const powers = train.sets.map((_set, j) => {
    const [sun, carrier] = [wholeAt(held.structure.setMembers, 3 * j), wholeAt(held.structure.setMembers, 3 * j + 2)]
    // Torque of the set on its sun times the sun's speed seen from the carrier: below zero the sun drives the set.
    const power = realAt(ratios, j) * realAt(held.ringTorques, j) * (held.speedOf(sun) - held.speedOf(carrier))
    return Number.isNaN(power) || Math.abs(power) < STILL ? 0 : power
  })
  const output = held.speedOf(train.members.indexOf(train.output))
  const basic = train.sets.map((set, j) => basicEfficiency(set, ringShare(train, powers, j)))
  const lossy = ratios.map((ratio, j) => ratio * numberAt(basic, j) ** Math.sign(numberAt(powers, j)))
  held.balance(lossy)
  const flow = Object.fromEntries(train.sets.map(({ id }, j) => [id, signOf(-numberAt(powers, j))]))
  const passed = -held.outputTorque * output
  // A balance of torques that turns round or has no solution is a train that its own losses hold.
  const selfLocking = !(passed > 0 && passed <= 1 + STILL)
  return { efficiency: selfLocking ? 0 : passed, selfLocking, flow }
}

/** Power of a set through the mesh at the ring: all of it; in a compound set, less the power its two sets exchange. */
function ringShare(train: GearTrain, powers: readonly number[], j: number): number {
  const pairs = compounds(train)
  const own = memberAt(train.sets, j)
  const other = pairs.get(own) ?? [...pairs].find(([, simple]) => simple === own)?.[0]
  if (!other) return 1
  const [a, b] = [numberAt(powers, j), numberAt(powers, train.sets.indexOf(other))]
  const all = Math.abs(a) + Math.abs(b)
  return all === 0 ? 1 : Math.abs(a + b) / all
}

/** Shares of the input power below this are rounding dust. */
const STILL = 1e-9

const signOf = (value: number): 1 | -1 | 0 => (value > 0 ? 1 : value < 0 ? -1 : 0)
