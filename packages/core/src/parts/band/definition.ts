import { SCATTER } from '../../model/scatter.js'
import type { PartDefinition } from '../definition.js'
import { frictionLimit, shiftLimits, slipLimits, type FrictionHeld } from '../limit.js'
import type { Derivation } from '../../quantity/derivation.js'
import {
  anchorTorque,
  bandCapacity,
  bandIssues,
  bandHeat,
  bandMost,
  bandPressureFor,
  servoArea,
  servoTravel,
  strutTorque,
  type BandGeometry,
  type BandOil,
} from './band.js'
import { deriveAnchor, deriveBandSlip, deriveStrut } from './derivation.js'

export const band: PartDefinition<'band'> = {
  issues: (geometry) => bandIssues(geometry),
  /** Slip, strut and anchor, each against the torque at rest and against the torque as the band comes on in an upshift. */
  limits(site, geometry) {
    const slip: FrictionHeld = {
      torqueNm: (oil) => bandCapacity(geometry, oil),
      derivation: (oil) => deriveBandSlip(geometry, oil),
    }
    const ends = [
      ...(geometry.anchorMostN === undefined ? [] : [bandEnd(geometry, 'anchor', anchorTorque, deriveAnchor)]),
      ...(geometry.strutMostN === undefined ? [] : [bandEnd(geometry, 'strut', strutTorque, deriveStrut)]),
    ]
    return {
      limits: [
        ...slipLimits(site, { feature: 'band-slip' }, slip),
        ...shiftLimits(site, { feature: 'shifting' }, geometry.lining, slip),
        ...ends.map((end) => frictionLimit(site, end.place, end)),
        ...ends.flatMap((end) => shiftLimits(site, end.place, geometry.lining, end)),
      ],
      missing: [],
    }
  },
  friction: (geometry) => ({
    lining: geometry.lining,
    capacityNm: (oil) => bandMost(geometry, oil),
    pressureFor(oil, torqueNm) {
      const most = Math.min(anchorTorque(geometry, oil), strutTorque(geometry, oil))
      return torqueNm > most ? Infinity : bandPressureFor(geometry, oil, torqueNm)
    },
    heat: (shift) => bandHeat(geometry, shift),
    sweptM3: (rangeId) => servoArea(geometry, rangeId) * servoTravel(geometry),
    feedDiameterM: undefined,
    ringLeakM: 0,
  }),
  pressureAt: 'applied',
  outerRadiusM: ({ drumRadiusM }) => drumRadiusM,
}

/** Load limit of one end of a band, as a torque. */
const bandEnd = (
  geometry: BandGeometry,
  feature: 'anchor' | 'strut',
  torqueNm: (band: BandGeometry, oil: BandOil) => number,
  derivation: (band: BandGeometry, oil: BandOil) => Derivation,
) => ({
  place: { feature },
  torqueNm: (oil: BandOil) => torqueNm(geometry, oil),
  derivation: (oil: BandOil) => derivation(geometry, oil),
  scatter: SCATTER.strength,
})
