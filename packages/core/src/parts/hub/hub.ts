import { shearYield, steelIssues, steelOf, type OfSteel, type Steel } from '../../material/steels.js'
import { boltedJointIssues, slipTorque, type BoltedJoint } from '../../joint/bolted-joint.js'
import { issue, type Issue } from '../../quantity/issue.js'
import { boredPresses, pressIssues, type PressJoint } from '../../joint/press.js'
import { pressLimits } from '../../joint/press-limits.js'
import { weldLimits } from '../../joint/weld-limits.js'
import { deriveJointSlip } from '../../joint/bolted-joint-derivation.js'
import { deriveBursting, deriveSplineTeeth } from '../../joint/spline-derivation.js'
import type { PlaceLimit } from '../../joint/place-limit.js'
import { hubSplineIssues, pitchDiameter, type HubSpline } from '../../joint/spline.js'
import { burstingTension, toothShear } from '../../joint/spline-stress.js'
import { weldIssues, type FilletWeld } from '../../joint/weld.js'

/** A hub that takes a shaft's spline, and the joint by which it hands the torque on: to a turbine, a drum, a flange. */
export interface HubGeometry extends OfSteel {
  readonly outerDiameterM: number
  readonly lengthM: number
  readonly splines?: readonly HubSpline[]
  readonly welds?: readonly FilletWeld[]
  readonly presses?: readonly PressJoint[]
  readonly flange?: BoltedJoint
}

export type HubFeature = 'spline-teeth' | 'bursting' | 'weld' | 'press' | 'flange'

export type HubLimit = PlaceLimit<HubFeature>

/** Why a hub cannot be: no wall outside its teeth, a spline longer than itself, joints that contradict themselves. */
export function hubIssues(hub: HubGeometry, path = 'geometry'): Issue[] {
  const walls = (hub.splines ?? []).flatMap((spline, i): Issue[] => {
    const at = `${path}.splines.${i}`
    const majorM = pitchDiameter(spline) + spline.moduleM
    if (!(hub.outerDiameterM > majorM))
      return [issue('hub-without-wall', `${at}.teeth`, { name: spline.name, majorM, outerM: hub.outerDiameterM })]
    return spline.lengthM <= hub.lengthM + 1e-9
      ? []
      : [issue('spline-longer-than-hub', `${at}.lengthM`, { name: spline.name, splineM: spline.lengthM, hubM: hub.lengthM })]
  })
  return [
    ...steelIssues(hub, path),
    ...walls,
    ...hubSplineIssues(hub.splines, `${path}.splines`),
    ...weldIssues(hub.welds, `${path}.welds`),
    ...pressIssues(hub.presses, `${path}.presses`),
    ...(hub.flange ? boltedJointIssues(hub.flange, `${path}.flange`) : []),
  ]
}

/**
 * Torque at which each place of a hub begins to yield: its teeth in shear, its wall by bursting, its welds; press joints and bolted flanges by
 * their slip. The geometry must be valid.
 */
export function hubLimits(hub: HubGeometry): HubLimit[] {
  const steel = steelOf(hub)
  if (!steel) throw new Error(`No steel is called "${hub.steelId}"; check the hub with hubFaults first.`)
  return [
    ...(hub.splines ?? []).flatMap((spline) => internalSplineLimits(spline, steel, hub.outerDiameterM)),
    ...weldLimits(hub.welds),
    ...pressLimits(pressesOfHub(hub)),
    ...(hub.flange ? [flangeLimit(hub.flange)] : []),
  ]
}

const flangeLimit = (joint: BoltedJoint): HubLimit => ({
  name: 'flange',
  feature: 'flange',
  torqueNm: slipTorque(joint),
  derivation: () => deriveJointSlip(joint, 'torque at which the flange slips'),
})

/** Press joints of a hub; a seat whose bore is not said is bored to the bottom of its widest spline. */
export const pressesOfHub = ({ presses = [], splines = [] }: Pick<HubGeometry, 'presses' | 'splines'>): readonly PressJoint[] =>
  boredPresses(presses, Math.max(0, ...splines.map((spline) => pitchDiameter(spline) + spline.moduleM)))

/** Limits of an internal spline: its teeth in shear and, where the wall outside is known, bursting. */
export function internalSplineLimits(spline: HubSpline, steel: Steel, outerDiameterM?: number): PlaceLimit<'spline-teeth' | 'bursting'>[] {
  const { name, lengthM } = spline
  const capacityName = (of: string) => `torque capacity of “${name}” (${of})`
  const teeth = {
    name,
    feature: 'spline-teeth' as const,
    torqueNm: shearYield(steel.yieldPa) / toothShear(1, spline, lengthM),
    derivation: () => deriveSplineTeeth(capacityName('its teeth'), spline, lengthM, steel, steel.yieldPa),
  }
  if (outerDiameterM === undefined) return [teeth]
  const bursting = {
    name,
    feature: 'bursting' as const,
    torqueNm: steel.yieldPa / burstingTension(1, spline, { lengthM, outerDiameterM }),
    derivation: () => deriveBursting(capacityName('bursting of its wall'), spline, lengthM, outerDiameterM, steel),
  }
  return [teeth, bursting]
}
