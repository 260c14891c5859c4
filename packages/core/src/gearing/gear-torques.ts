import { compoundPartner } from './assembly.js'
import type { RangeSolution } from './solve.js'
import type { GearTrain, PlanetarySet } from './train.js'

/** Torque on one gear of a set, per input torque. */
export interface GearTorque {
  readonly set: string
  readonly gear: 'sun' | 'ring' | 'carrier'
  readonly member: string
  readonly torque: number
}

const GEARS = ['sun', 'ring', 'carrier'] as const

/** A double-pinion set that shares its pinions with a simple one, by the simple one. */
export const compounds = (train: GearTrain): Map<PlanetarySet, PlanetarySet> =>
  new Map(
    train.sets.flatMap((set) => {
      const partner = compoundPartner(set, train.sets)
      return partner ? [[set, partner] as const] : []
    }),
  )

/**
 * Torque on every gear that there really is: a compound set is written as two sets, and has one ring and one carrier. They carry what both
 * sets put on them together, and are named with the simple set. Empty if the range is not driven.
 * Source: Benford & Leising, SAE 810102.
 */
export function gearTorques(train: GearTrain, solution: RangeSolution): GearTorque[] {
  const pairs = compounds(train)
  return train.sets.flatMap((set) =>
    GEARS.flatMap((gear): GearTorque[] => {
      if (gear !== 'sun' && pairs.has(set)) return []
      const sharing = gear === 'sun' ? [] : [...pairs].filter(([, simple]) => simple === set).map(([double]) => double)
      const torque = [set, ...sharing].reduce((sum, { id }) => sum + (solution.setTorques[id]?.[gear] ?? 0), 0)
      return [{ set: set.id, gear, member: set[gear], torque: Math.abs(torque) < DUST ? 0 : torque }]
    }),
  )
}

/** Torques below this are rounding dust. */
const DUST = 1e-9
