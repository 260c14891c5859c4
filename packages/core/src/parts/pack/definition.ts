import { weldLimits } from '../../joint/weld-limits.js'
import type { PartDefinition } from '../definition.js'
import { placeLimits, shiftLimits, slipLimits } from '../limit.js'
import { derivePackSlip } from './derivation.js'
import { packHeatLimited } from './pack-heat.js'
import { packCapacity, packIssues, packPressureFor, ringLeak, sweptVolume } from './pack.js'

export const pack: PartDefinition<'pack'> = {
  issues: (geometry) => packIssues(geometry),
  limits(site, geometry) {
    const { frictionRadius } = site.context.rules
    const held = {
      torqueNm: (oil: Parameters<typeof packCapacity>[1]) => packCapacity(geometry, oil, frictionRadius),
      derivation: (oil: Parameters<typeof packCapacity>[1]) => derivePackSlip(geometry, oil, frictionRadius),
    }
    // A stated figure of the pack says nothing of the drum's weld: the weld always counts.
    return {
      limits: [
        ...slipLimits(site, { feature: 'slip' }, held),
        ...shiftLimits(site, { feature: 'shifting' }, geometry.lining, held),
        ...placeLimits(site, weldLimits(geometry.welds)),
      ],
      missing: [],
    }
  },
  friction: (geometry) => ({
    lining: geometry.lining,
    capacityNm: (oil, radius) => packCapacity(geometry, oil, radius),
    pressureFor: (oil, torqueNm, radius) => packPressureFor(geometry, oil, torqueNm, radius),
    heat: (shift) => packHeatLimited(geometry, shift),
    sweptM3: (rangeId) => sweptVolume(geometry, rangeId),
    feedDiameterM: geometry.feedDiameterM,
    ringLeakM: ringLeak(geometry),
  }),
  pressureAt: 'applied',
  outerRadiusM: ({ liningOuterRadiusM, chambers }) => Math.max(liningOuterRadiusM, ...chambers.map(({ outerRadiusM }) => outerRadiusM)),
}
