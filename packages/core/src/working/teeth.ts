import { BENDING_FACTOR, bendingTorque, contactTorque, gearSteelById, meshLoadFactor } from '../gearing/tooth-strength.js'
import type { PlanetarySet } from '../gearing/train.js'
import { pinionRadiusOf, setsAt, teethOf, placeParts } from '../spec/limits.js'
import type { GearSetGeometry } from '../spec/part.js'
import type { Station, Unit } from '../spec/unit.js'
import { from, given, worked, type Working } from './working.js'

/** Sun torque that the teeth of a set hold, in bending or on their flanks as the place says. */
export function workTeeth(unit: Unit, station: Station, part: GearSetGeometry, place: string): Working {
  const { name: id, feature } = placeParts(place)
  const sets = setsAt(unit, station)
  const set = sets.find((each) => each.id === id) as PlanetarySet
  const teeth = teethOf(sets, set, part)
  const steel = gearSteelById(part.steelId ?? '')
  const radius = worked(
    { name: `sun pitch radius, ${set.id}`, unit: 'mm', formula: 'r0 · Zs / Z0', source: 'one module for all suns of the part' },
    {
      r0: given('radius of the smallest sun', part.sunRadiusM, 'mm', 'part'),
      Zs: given('teeth of this sun', set.sunTeeth, null, 'unit'),
      Z0: given('teeth of the smallest sun', Math.min(...sets.map((s) => s.sunTeeth)), null, 'unit'),
    },
    (v) => (v.r0 * v.Zs) / v.Z0,
  )
  const shared = {
    n: given('pinions', part.pinions, null, 'part'),
    r: from(radius),
    b: given('face width', part.faceWidthM, 'mm', 'part'),
    Kγ: given('load sharing factor', meshLoadFactor(part.pinions), null, 'constant'),
  } as const
  if (feature === 'flanks')
    return worked(
      {
        name: 'sun torque limit, tooth pitting, life',
        unit: 'lb-ft',
        formula: 'torque at which √(w · E / (2π · R)) = σ, w = T / (n · r) · Kγ / (b · cos α)',
        source: 'Hertz line contact at the pitch point; Niemann, Maschinenelemente (source not checked)',
      },
      { σ: given('contact stress for life', steel?.lifeContactPa ?? NaN, 'ksi', 'constant'), ...shared },
      (v) => contactTorque(teeth, pinionRadiusOf(unit, set, teeth), v.σ),
    )
  return worked(
    {
      name: 'sun torque limit, tooth bending',
      unit: 'lb-ft',
      formula: 'σ · b · m · J · n · r / Kγ',
      source: 'AGMA 2001 names (source not checked)',
    },
    {
      σ: given('single-event bending stress limit', steel?.bendingPa ?? NaN, 'ksi', 'constant'),
      m: given('module', part.moduleM, 'mm', 'part'),
      J: given('geometry factor', BENDING_FACTOR, null, 'constant'),
      ...shared,
    },
    (v) => bendingTorque(teeth, v.σ),
  )
}
