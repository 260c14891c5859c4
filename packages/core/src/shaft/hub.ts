import { shearYield, steelFaults, steelOf, type OfSteel, type Steel } from '../material/steels.js'
import { boltedJointFaults, slipTorque, type BoltedJoint } from '../flexplate/bolted-joint.js'
import { fault, type Fault } from '../quantity/fault.js'
import { boredPresses, pressFaults, type PressJoint } from './press.js'
import { pressLimits, weldLimits } from './shaft-limits.js'
import { hubSplineFaults, pitchDiameter, type HubSpline } from './spline.js'
import { burstingTension, toothShear } from './spline-stress.js'
import { weldFaults, type FilletWeld } from './weld.js'

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

export interface HubLimit {
  readonly place: string
  readonly feature: HubFeature
  readonly torqueNm: number
}

/** Why a hub cannot be: no wall outside its teeth, a spline longer than itself, joints that contradict themselves. */
export function hubFaults(hub: HubGeometry, path = 'geometry'): Fault[] {
  const walls = (hub.splines ?? []).flatMap((spline, i): Fault[] => {
    const at = `${path}.splines.${i}`
    const majorM = pitchDiameter(spline) + spline.moduleM
    if (!(hub.outerDiameterM > majorM))
      return [fault('hub-without-wall', `${at}.teeth`, { name: spline.name, majorM, outerM: hub.outerDiameterM })]
    return spline.lengthM <= hub.lengthM + 1e-9
      ? []
      : [fault('spline-longer-than-hub', `${at}.lengthM`, { name: spline.name, splineM: spline.lengthM, hubM: hub.lengthM })]
  })
  return [
    ...steelFaults(hub, path),
    ...walls,
    ...hubSplineFaults(hub.splines, `${path}.splines`),
    ...weldFaults(hub.welds, `${path}.welds`),
    ...pressFaults(hub.presses, `${path}.presses`),
    ...(hub.flange ? boltedJointFaults(hub.flange, `${path}.flange`) : []),
  ]
}

/**
 * Torque at which each place of a hub begins to yield: its teeth in shear, its wall by bursting, its welds; press joints and bolted flanges by
 * their slip. The geometry must be free of faults.
 */
export function hubLimits(hub: HubGeometry): HubLimit[] {
  const steel = steelOf(hub)
  if (!steel) throw new Error(`No steel is called "${hub.steelId}"; check the hub with hubFaults first.`)
  return [
    ...(hub.splines ?? []).flatMap((spline) => internalSplineLimits(spline, steel, hub.outerDiameterM)),
    ...[...weldLimits(hub.welds), ...pressLimits(pressesOfHub(hub))].map(({ place, feature, torqueNm }): HubLimit => ({
      place,
      feature: feature as 'weld' | 'press',
      torqueNm,
    })),
    ...(hub.flange ? [{ place: 'flange', feature: 'flange' as const, torqueNm: slipTorque(hub.flange) }] : []),
  ]
}

/** Press joints of a hub; a seat whose bore is not said is bored to the bottom of its widest spline. */
export const pressesOfHub = ({ presses = [], splines = [] }: Pick<HubGeometry, 'presses' | 'splines'>): readonly PressJoint[] =>
  boredPresses(presses, Math.max(0, ...splines.map((spline) => pitchDiameter(spline) + spline.moduleM)))

/** An internal spline by its teeth and, where the wall outside is known, by bursting. */
export function internalSplineLimits(spline: HubSpline, steel: Steel, outerDiameterM?: number): HubLimit[] {
  const teeth: HubLimit = {
    place: spline.name,
    feature: 'spline-teeth',
    torqueNm: shearYield(steel.yieldPa) / toothShear(1, spline, spline.lengthM),
  }
  if (outerDiameterM === undefined) return [teeth]
  return [
    teeth,
    {
      place: spline.name,
      feature: 'bursting',
      torqueNm: steel.yieldPa / burstingTension(1, spline, { lengthM: spline.lengthM, outerDiameterM }),
    },
  ]
}
