import { bendingTorque, contactTorque, gearSteelById } from '../../gearing/tooth-strength.js'
import { toothLife } from '../../gearing/tooth-life.js'
import type { PartDefinition } from '../definition.js'
import type { PlaceLife } from '../definition.js'
import { fixedLimit, uncounted, wholePart, type Limit, type LimitSite } from '../limit.js'
import { deriveBending, derivePitting } from './derivation.js'
import { gearSetIssues, type GearSetGeometry } from './gear-set.js'
import { pinionRadiusOf, setsAt, teethOf } from './teeth.js'

export const gearSet: PartDefinition<'gear-set'> = {
  issues: gearSetIssues,
  limits(site, geometry) {
    const { bending, contact } = toothLimits(site, geometry)
    const { limits, missing } = wholePart(site, bending)
    // What flanks bear for ten million turns is shown without counting; whether they last as long as the use needs is a question of life.
    return { limits: [...limits, ...uncounted(contact)], missing }
  },
  /** Life of the sun gear with the shortest life. */
  life({ unit, station, meshLoads }, geometry) {
    const steel = gearSteelById(geometry.steelId ?? '')
    if (!steel) return undefined
    const sets = setsAt(unit, station)
    return sets.reduce<PlaceLife | undefined>((least, set) => {
      const teeth = teethOf(unit, sets, set, geometry)
      const { launches, by } = toothLife(teeth, pinionRadiusOf(unit, set, teeth), steel, meshLoads(set, geometry.pinions))
      return least && least.launches <= launches ? least : { launches, place: { name: set.id, feature: by } }
    }, undefined)
  },
}

/** Tooth limits of each set: bending for a single event, contact for life. Empty if the steel is unknown. */
function toothLimits(site: LimitSite, geometry: GearSetGeometry): { bending: Limit[]; contact: Limit[] } {
  const steel = gearSteelById(geometry.steelId ?? '')
  if (!steel) return { bending: [], contact: [] }
  const { unit, station } = site
  const sets = setsAt(unit, station)
  const each = sets.map((set) => {
    const teeth = teethOf(unit, sets, set, geometry)
    const load = { at: 'sets', ids: [set.id] } as const
    const scene = { unit, sets, set, geometry, steel }
    const contactNm = contactTorque(teeth, pinionRadiusOf(unit, set, teeth), steel.lifeContactPa)
    return {
      bending: fixedLimit(site, { name: set.id, feature: 'teeth' }, bendingTorque(teeth, steel.bendingPa), () => deriveBending(scene), {
        load,
      }),
      contact: fixedLimit(site, { name: set.id, feature: 'flanks' }, contactNm, () => derivePitting(scene), { load }),
    }
  })
  return { bending: each.map(({ bending }) => bending), contact: each.map(({ contact }) => contact) }
}
