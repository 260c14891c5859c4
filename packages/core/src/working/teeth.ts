import { contactTorque, gearSteelById, meshLoadFactor } from '../gearing/tooth-strength.js'
import { faceLoadFactor, pairFactor } from '../gearing/tooth-form.js'
import type { PlanetarySet } from '../gearing/train.js'
import { pinionAtSun, pinionRadiusOf, setsAt, teethOf, placeParts } from '../spec/limits.js'
import type { GearSetGeometry } from '../spec/part.js'
import type { Station, Unit } from '../spec/unit.js'
import { fromDerivation, inputValue, derive, type Derivation } from './working.js'

/** Sun torque that the teeth of a set hold, in bending or on their flanks as the place says. */
export function workTeeth(unit: Unit, station: Station, part: GearSetGeometry, place: string): Derivation {
  const { name: id, feature } = placeParts(place)
  const sets = setsAt(unit, station)
  const set = sets.find((each) => each.id === id) as PlanetarySet
  const teeth = teethOf(unit, sets, set, part)
  const steel = gearSteelById(part.steelId ?? '')
  const radius = derive(
    { name: `sun pitch radius, ${set.id}`, unit: 'mm', formula: 'r0 · Zs / Z0', source: 'one module for all suns of the part' },
    {
      r0: inputValue('radius of the smallest sun', part.sunRadiusM, 'mm', 'part'),
      Zs: inputValue('teeth of this sun', set.sunTeeth, null, 'unit'),
      Z0: inputValue('teeth of the smallest sun', Math.min(...sets.map((s) => s.sunTeeth)), null, 'unit'),
    },
    (v) => (v.r0 * v.Zs) / v.Z0,
  )
  const shared = {
    n: inputValue('pinions', part.pinions, null, 'part'),
    r: fromDerivation(radius),
    b: inputValue('face width', part.faceWidthM, 'mm', 'part'),
    Kγ: inputValue('load sharing factor', meshLoadFactor(part.pinions), null, 'constant'),
    Km:
      part.faceLoadFactor === undefined
        ? fromDerivation(workFaceLoad(part))
        : inputValue('face load factor', part.faceLoadFactor, null, 'part'),
  } as const
  if (feature === 'flanks')
    return derive(
      {
        name: 'sun torque limit, tooth pitting, life',
        unit: 'lb-ft',
        formula: 'torque at which √(w · E / (2π · R)) = σ, w = T / (n · r) · Kγ · Km / (b · cos α)',
        source: 'Hertz line contact at the pitch point; Niemann, Maschinenelemente (source not checked)',
      },
      { σ: inputValue('contact stress for life', steel?.lifeContactPa ?? NaN, 'ksi', 'constant'), ...shared },
      (v) => contactTorque(teeth, pinionRadiusOf(unit, set, teeth), v.σ),
    )
  return derive(
    {
      name: 'sun torque limit, tooth bending',
      unit: 'lb-ft',
      formula: 'σ · b · m · J · n · r / (Kγ · Km)',
      source: 'AGMA 2001 names (source not checked)',
    },
    {
      σ: inputValue('single-event bending stress limit', steel?.bendingPa ?? NaN, 'ksi', 'constant'),
      m: inputValue('module', part.moduleM, 'mm', 'part'),
      J:
        part.geometryFactor === undefined
          ? fromDerivation(workGeometry(unit, set, part))
          : inputValue('geometry factor', part.geometryFactor, null, 'part'),
      ...shared,
    },
    (v) => (v.σ * v.b * v.m * v.J * v.n * v.r) / (v.Kγ * v.Km),
  )
}

/** K_m by the width of the face and how the pins are held. */
const workFaceLoad = ({ faceWidthM, carrier = 'two-plate' }: GearSetGeometry): Derivation =>
  derive(
    {
      name: 'face load factor',
      unit: null,
      formula: `1.2 at 15 mm of face to 1.3 at 45 mm${carrier === 'one-plate' ? ', + 0.1 with pins held at one end' : ''}`,
      source: 'AGMA 2001 names (from memory)',
    },
    { b: inputValue('face width', faceWidthM, 'mm', 'part') },
    (v) => faceLoadFactor(v.b, carrier),
  )

/** J of the weaker of sun and pinion. */
const workGeometry = (unit: Unit, set: PlanetarySet, { helixRad = 0 }: GearSetGeometry): Derivation =>
  derive(
    {
      name: 'geometry factor',
      unit: null,
      formula: 'by tooth counts and helix, the lower of sun and pinion',
      source: 'AGMA 908 names (tables from memory)',
    },
    {
      Zs: inputValue('teeth of the sun', set.sunTeeth, null, 'unit'),
      Zp: inputValue('teeth of the pinion at the sun', pinionAtSun(unit, set), null, 'unit'),
      β: inputValue('helix angle', helixRad, 'deg', 'part'),
    },
    (v) => pairFactor(v.Zs, v.Zp, v.β),
  )
