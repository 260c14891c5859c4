import { setRatios, kernelOf } from './solve.js'
import type { GearRange, GearTrain, PlanetarySet } from './train.js'

/** Share of power that one external or internal mesh passes on: two meshes make the 0.98 usual for a simple set (from memory). */
const MESH_EFFICIENCY = Math.sqrt(0.98)

/**
 * Efficiency of a set with its carrier held: two meshes, three where the pinions stand in pairs; or as the set itself says.
 * @example basicEfficiency({ kind: 'simple' }) // → 0.98
 */
export const basicEfficiency = ({ kind, efficiency }: Pick<PlanetarySet, 'kind' | 'efficiency'>): number =>
  efficiency ?? MESH_EFFICIENCY ** (kind === 'simple' ? 2 : 3)

/** What a range loses in its meshes. */
export interface RangeEfficiency {
  /** Output power over input power; not above zero where the losses lock the range. */
  readonly efficiency: number
  /** For each set which way its power runs seen from the carrier: 1 sun to ring, −1 ring to sun, 0 where it turns as one or idles. */
  readonly flow: Readonly<Record<string, 1 | -1 | 0>>
}

/**
 * Efficiency of a driven range by Kreines and Rozovsky: the basic ratio of each set is changed by its basic efficiency, with the
 * sense in which power runs through it seen from its carrier, and the torques are balanced anew (Müller, Epicyclic Drive Trains; from
 * memory). Nothing where the range is not driven. Losses of bearings, seals and drag are not in it.
 */
export function rangeEfficiency(train: GearTrain, range: GearRange): RangeEfficiency | undefined {
  const ratios = setRatios(train)
  const held = kernelOf(train, range.on).solve(ratios)
  if (held.outcome !== 'driven') return undefined
  const output = train.members.indexOf(train.output)
  const flows = train.sets.map((_set, j) => {
    const [sun, carrier] = [held.structure.setMembers[3 * j] as number, held.structure.setMembers[3 * j + 2] as number]
    const slip = held.speedOf(sun) - held.speedOf(carrier)
    // Torque of the set on its sun times the sun's speed seen from the carrier: below zero the sun drives the set.
    const power = (ratios[j] as number) * (held.ringTorques[j] as number) * slip
    return Number.isNaN(slip) || Math.abs(power) < STILL ? 0 : power < 0 ? 1 : -1
  })
  const lossy = ratios.map((ratio, j) => ratio * basicEfficiency(train.sets[j] as PlanetarySet) ** -(flows[j] as number))
  held.balance(lossy)
  const efficiency = -held.outputTorque * held.speedOf(output)
  return { efficiency, flow: Object.fromEntries(train.sets.map(({ id }, j) => [id, flows[j] as 1 | -1 | 0])) }
}

/** Shares of the input power below this are rounding dust. */
const STILL = 1e-9
