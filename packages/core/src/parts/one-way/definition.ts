import type { PartDefinition } from '../definition.js'
import { fixedLimit, wholePart, type Limit, type LimitSite } from '../limit.js'
import type { Derivation } from '../../quantity/derivation.js'
import type { PlaceFeature } from '../place.js'
import { deriveRace, deriveRollOver, deriveWedge } from './derivation.js'
import { engagementsAt, oneWayIssues, outerTrackRadius, raceTorque, rollOverTorque, wedgeStress, wedgeTorque } from './one-way.js'

const known = (site: LimitSite, feature: PlaceFeature, torqueNm: number | undefined, derivation: () => Derivation): Limit[] =>
  torqueNm === undefined ? [] : [fixedLimit(site, { feature }, torqueNm, derivation)]

export const oneWay: PartDefinition<'one-way'> = {
  issues: (geometry) => oneWayIssues(geometry),
  limits(site, geometry) {
    const { limits, missing } = wholePart(
      site,
      known(site, 'wedge', wedgeTorque(geometry), () => deriveWedge(geometry)),
    )
    // A stated figure of the clutch says nothing of its outer race, and sprags that have rolled over hold nothing.
    const race = known(site, 'race', raceTorque(geometry), () => deriveRace(geometry))
    const rollOver = known(site, 'roll-over', rollOverTorque(geometry), () => deriveRollOver(geometry))
    return { limits: [...limits, ...race, ...rollOver], missing }
  },
  life({ loads }, geometry) {
    if (geometry.elementKind === 'ratchet') return undefined
    const damage = loads().reduce((sum, { torqueNm, perLaunch }) => sum + perLaunch / engagementsAt(wedgeStress(geometry, torqueNm)), 0)
    return { launches: 1 / damage, place: { feature: 'wedge' } }
  },
  outerRadiusM: (geometry) => outerTrackRadius(geometry) + (geometry.outerRaceThicknessM ?? 0),
}
