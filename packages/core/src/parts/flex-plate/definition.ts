import { boltedJointIssues, slipTorque, type BoltedJoint } from '../../joint/bolted-joint.js'
import { deriveJointSlip } from '../../joint/bolted-joint-derivation.js'
import { SCATTER } from '../../model/scatter.js'
import { derive, inputValue, type Derivation } from '../../quantity/derivation.js'
import type { PartDefinition } from '../definition.js'
import { anyCounts, fixedLimit, statedLimits, type Limit, type LimitSite } from '../limit.js'
import { runOutFactor, unratedPlateTorque } from './plate.js'

export const flexPlate: PartDefinition<'flex-plate'> = {
  issues: ({ crankJoint, converterJoint }) => [
    ...boltedJointIssues(crankJoint, 'geometry.crankJoint'),
    ...boltedJointIssues(converterJoint, 'geometry.converterJoint'),
  ],
  limits(site, geometry) {
    const rated = statedLimits(site, 'station', { feature: 'sheet' }, 'plate', { factor: runOutFactor(geometry) })
    return {
      limits: [
        ...rated,
        ...(anyCounts(rated) ? [] : [unratedLimit(site, unratedPlateTorque(geometry))]),
        jointLimit(site, 'crank-joint', geometry.crankJoint, 'torque at which the crank joint slips'),
        jointLimit(site, 'converter-joint', geometry.converterJoint, 'torque at which the converter joint slips'),
      ],
      missing: [],
    }
  },
}

const jointLimit = (site: LimitSite, feature: 'crank-joint' | 'converter-joint', joint: BoltedJoint, name: string): Limit =>
  fixedLimit(site, { feature }, slipTorque(joint), () => deriveJointSlip(joint, name), { shock: 'plate', scatter: SCATTER.boltedJoint })

/** Limit of a plate that nobody has rated, by its class. */
const unratedLimit = (site: LimitSite, torqueNm: number): Limit =>
  fixedLimit(site, { feature: 'sheet' }, torqueNm, () => deriveUnrated(torqueNm), {
    shock: 'plate',
    origin: 'thumb',
    scatter: SCATTER.thumb,
  })

const deriveUnrated = (torqueNm: number): Derivation =>
  derive(
    {
      name: 'torque an unrated plate of this class is trusted with',
      unit: 'lb-ft',
      formula: 'by class, halved where the pads run out over 0.010 in',
      source: 'rule of thumb, source not checked',
    },
    { T: inputValue('by class', torqueNm, 'lb-ft', 'thumb') },
    (v) => v.T,
  )
