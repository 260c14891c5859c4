import { memberSpeed } from './motion.js'
import type { RangeSolution } from './solve.js'
import type { GearTrain } from './train.js'

/** Power through the places of a train in one range, per 1 of input power. */
export interface PowerFlow {
  /** Through each joint and holding element from its a to its b: torque times the speed at which both turn. */
  readonly links: Readonly<Record<string, number>>
  /** What each member of a set takes out of it; what goes in is below zero. */
  readonly sets: Readonly<Record<string, { readonly sun: number; readonly ring: number; readonly carrier: number }>>
  /** Greatest power that any one place passes. */
  readonly greatest: number
  /** What runs round inside beyond the power that goes through: greatest − 1, not below zero. */
  readonly recirculating: number
}

/** Where the power of a driven range runs, and how much of it only runs round inside (Müller, Epicyclic Drive Trains, from memory). */
export function powerFlow(train: GearTrain, solution: RangeSolution): PowerFlow {
  const speed = (member: string) => memberSpeed(solution, member) ?? 0
  const ends = new Map([...train.joints, ...train.elements].map((link) => [link.id, link]))
  const links = Object.fromEntries(Object.entries(solution.torques).map(([id, torque]) => [id, torque * speed(ends.get(id)?.a as string)]))
  const sets = Object.fromEntries(
    train.sets.map((set) => {
      const torque = solution.setTorques[set.id] ?? { sun: 0, ring: 0, carrier: 0 }
      return [
        set.id,
        { sun: torque.sun * speed(set.sun), ring: torque.ring * speed(set.ring), carrier: torque.carrier * speed(set.carrier) },
      ]
    }),
  )
  const greatest = Math.max(1, ...[...Object.values(links), ...Object.values(sets).flatMap((s) => Object.values(s))].map(Math.abs))
  return { links, sets, greatest, recirculating: greatest - 1 }
}
