import { STEEL_POISSON, STEEL_YOUNG_PA } from '../material/steels.js'
import { issue, type Issue } from '../quantity/issue.js'

/** A shaft pressed or shrunk into a hub, both of steel. */
export interface PressJoint {
  readonly name: string
  readonly seatDiameterM: number
  readonly hubDiameterM: number
  readonly lengthM: number
  /** On the diameter, as fitted. */
  readonly interferenceM: number
  readonly friction: number
  /** Bore of the shaft under the seat. */
  readonly boreDiameterM?: number
  readonly hubYieldPa: number
}

/**
 * Pressure between a shaft and the hub that it is pressed into, Lamé: δ/(d·[((D²+d²)/(D²−d²) + ν)/E + ((d²+i²)/(d²−i²) − ν)/E]) (Shigley, ch. 3).
 * δ on the diameter, seat d, hub D, bore i.
 * @example pressPressure({ seatDiameterM: 0.05, hubDiameterM: 0.1, interferenceM: 50e-6 }) / 1e6 // → 77.6
 */
export function pressPressure({
  seatDiameterM: d,
  hubDiameterM: D,
  interferenceM,
  boreDiameterM: i = 0,
}: Pick<PressJoint, 'seatDiameterM' | 'hubDiameterM' | 'interferenceM' | 'boreDiameterM'>): number {
  const hub = ((D ** 2 + d ** 2) / (D ** 2 - d ** 2) + STEEL_POISSON) / STEEL_YOUNG_PA
  const shaft = ((d ** 2 + i ** 2) / (d ** 2 - i ** 2) - STEEL_POISSON) / STEEL_YOUNG_PA
  return interferenceM / (d * (hub + shaft))
}

/** Press joints with the bore of what is pressed where their own is not said, as far as that leaves wall under the seat. */
export const boredPresses = (joints: readonly PressJoint[], boreM: number): readonly PressJoint[] =>
  joints.map((joint) => (joint.boreDiameterM === undefined && boreM < joint.seatDiameterM ? { ...joint, boreDiameterM: boreM } : joint))

/** Tension round the hub at the seat, p·(D²+d²)/(D²−d²). Source: Lamé; Shigley, ch. 3. */
export const pressHoop = (joint: PressJoint): number =>
  (pressPressure(joint) * (joint.hubDiameterM ** 2 + joint.seatDiameterM ** 2)) / (joint.hubDiameterM ** 2 - joint.seatDiameterM ** 2)

/**
 * Torque at which a press joint slips, μ·p·π·d²·L/2 (Shigley, ch. 7).
 */
export const pressTorque = (joint: PressJoint): number =>
  (joint.friction * pressPressure(joint) * Math.PI * joint.seatDiameterM ** 2 * joint.lengthM) / 2

/** Fretting under a press seat, over the nominal of the seat (Peterson, from memory). */
export const FRETTING_FACTOR = 2

/** Why a press joint cannot be: a bore through the seat, no wall in the hub, or a hub that yields as it is pressed on. */
export function pressIssues(joints: readonly PressJoint[] | undefined, path: string): Issue[] {
  return (joints ?? []).flatMap((joint, i): Issue[] => {
    const { name, seatDiameterM: seatM, hubDiameterM: hubM, boreDiameterM: boreM = 0, hubYieldPa } = joint
    if (!(hubM > seatM)) return [issue('hub-not-over-seat', `${path}.${i}.hubDiameterM`, { joint: name, hubM, seatM })]
    if (!(boreM < seatM)) return [issue('bore-not-below-shaft', `${path}.${i}.boreDiameterM`, { section: name, boreM, diameterM: seatM })]
    const hoopPa = pressHoop(joint)
    return hoopPa < hubYieldPa
      ? []
      : [issue('press-yields-hub', `${path}.${i}.interferenceM`, { joint: name, hoopPa, yieldPa: hubYieldPa })]
  })
}
