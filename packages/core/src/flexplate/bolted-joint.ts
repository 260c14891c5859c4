import { fault, type Fault } from '../quantity/fault.js'

/** A ring of bolts that carries torque by friction between its faces. */
export interface BoltedJoint {
  readonly bolts: number
  readonly circleDiameterM: number
  readonly boltDiameterM: number
  readonly tighteningTorqueNm: number
  /** K in T = K·F·d; 0.2 as received (Shigley, table 8-15). */
  readonly nutFactor: number
  /** Friction between the faces; 0.15 steel on steel, dry and clean (from memory). */
  readonly faceFriction: number
}

export function boltedJointFaults(joint: BoltedJoint, path: string): Fault[] {
  const room = Math.PI * joint.circleDiameterM
  if (joint.bolts * joint.boltDiameterM * 1.5 > room)
    return [
      fault('bolts-do-not-fit-circle', `${path}.bolts`, {
        bolts: joint.bolts,
        circleM: joint.circleDiameterM,
        boltM: joint.boltDiameterM,
      }),
    ]
  return []
}

/**
 * Clamp of one bolt from its tightening torque, F = T/(K·d) (Shigley, section 8-8).
 * @example boltClamp(100, 0.2, 0.01) // → 50000
 */
export const boltClamp = (torqueNm: number, nutFactor: number, diameterM: number): number => torqueNm / (nutFactor * diameterM)

/**
 * Torque at which a bolted joint slips, n·μ·F·r (Shigley; VDI 2230 practice). A joint that slips once keeps slipping.
 * @example slipTorque({ bolts: 6, circleDiameterM: 0.1, boltDiameterM: 0.01, tighteningTorqueNm: 100, nutFactor: 0.2, faceFriction: 0.15 }) // → 2250
 */
export const slipTorque = (joint: BoltedJoint): number =>
  (joint.bolts * joint.faceFriction * boltClamp(joint.tighteningTorqueNm, joint.nutFactor, joint.boltDiameterM) * joint.circleDiameterM) / 2
