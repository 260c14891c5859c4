import { certain } from '../numeric/certain.js'
import { gearTorques, type GearTorque } from './gear-torques.js'
import { memberSpeed } from './motion.js'
import type { RangeSolution } from './solve.js'
import type { GearTrain } from './train.js'

/** Power on one gear, per 1 of input power: what it takes out of its set; what goes in is below zero. */
export interface GearPower extends GearTorque {
  readonly power: number
}

/** Power through the places of a train in one range, per 1 of input power. */
export interface PowerFlow {
  /** Through each joint and holding element from its a to its b: torque times the speed at which both turn. */
  readonly links: Readonly<Record<string, number>>
  readonly gears: readonly GearPower[]
  /** Greatest power that any one place passes. */
  readonly greatest: number
  /** What runs round inside beyond the power that goes through: greatest − 1, not below zero. */
  readonly recirculating: number
}

/** Differences of speed below this are rounding dust. */
const STILL = 1e-9

/** Power flow of a driven range, with the circulating power (Müller, Epicyclic Drive Trains, from memory). */
export function powerFlow(train: GearTrain, solution: RangeSolution): PowerFlow {
  const speed = (member: string) => memberSpeed(solution, member) ?? 0
  const ends = new Map([...train.joints, ...train.elements].map((link) => [link.id, link]))
  const links = Object.fromEntries(Object.entries(solution.torques).map(([id, torque]) => [id, torque * speed(certain(ends.get(id)?.a))]))
  const gears = gearTorques(train, solution).map((gear) => ({ ...gear, power: gear.torque * speed(gear.member) }))
  // A set that turns as one passes torque round without any tooth moving: nothing runs round in it.
  const moving = train.sets.filter(({ sun, carrier }) => Math.abs(speed(sun) - speed(carrier)) > STILL).map(({ id }) => id)
  const powers = [...Object.values(links), ...gears.filter(({ set }) => moving.includes(set)).map(({ power }) => power)]
  const greatest = Math.max(1, ...powers.map(Math.abs))
  return { links, gears, greatest, recirculating: greatest - 1 < STILL ? 0 : greatest - 1 }
}
