import { faceLoadFactor, pairFactor } from '../../gearing/tooth-form.js'
import { contactTorque, meshLoadFactor, type GearSteel } from '../../gearing/tooth-strength.js'
import type { PlanetarySet } from '../../gearing/train.js'
import type { Unit } from '../../model/unit.js'
import { derive, fromDerivation, inputValue, type Derivation } from '../../quantity/derivation.js'
import type { GearSetGeometry } from './gear-set.js'
import { pinionAtSun, pinionRadiusOf, teethOf } from './teeth.js'

/** One gear set of a part at a station. */
interface ToothScene {
  readonly unit: Unit
  /** All sets of the station. */
  readonly sets: readonly PlanetarySet[]
  readonly set: PlanetarySet
  readonly geometry: GearSetGeometry
  readonly steel: GearSteel
}

/** Inputs that bending and contact share. */
function sharedInputs({ sets, set, geometry }: ToothScene) {
  const radius = derive(
    { name: `sun pitch radius, ${set.id}`, unit: 'mm', formula: 'r0 · Zs / Z0', source: 'one module for all suns of the part' },
    {
      r0: inputValue('radius of the smallest sun', geometry.sunRadiusM, 'mm', 'part'),
      Zs: inputValue('teeth of this sun', set.sunTeeth, null, 'unit'),
      Z0: inputValue('teeth of the smallest sun', Math.min(...sets.map((s) => s.sunTeeth)), null, 'unit'),
    },
    (v) => (v.r0 * v.Zs) / v.Z0,
  )
  return {
    n: inputValue('pinions', geometry.pinions, null, 'part'),
    r: fromDerivation(radius),
    b: inputValue('face width', geometry.faceWidthM, 'mm', 'part'),
    Kγ: inputValue('load sharing factor', meshLoadFactor(geometry.pinions), null, 'constant'),
    Km:
      geometry.faceLoadFactor === undefined
        ? fromDerivation(deriveFaceLoad(geometry))
        : inputValue('face load factor', geometry.faceLoadFactor, null, 'part'),
  } as const
}

/** Derivation of the sun torque at which flanks pit within their life. */
export function derivePitting(scene: ToothScene): Derivation {
  const { unit, sets, set, geometry, steel } = scene
  const teeth = teethOf(unit, sets, set, geometry)
  return derive(
    {
      name: 'sun torque limit, tooth pitting, life',
      unit: 'lb-ft',
      formula: 'torque at which √(w · E / (2π · R)) = σ, w = T / (n · r) · Kγ · Km / (b · cos α)',
      source: 'Hertz line contact at the pitch point; Niemann, Maschinenelemente (source not checked)',
    },
    { σ: inputValue('contact stress for life', steel.lifeContactPa, 'ksi', 'constant'), ...sharedInputs(scene) },
    (v) => contactTorque(teeth, pinionRadiusOf(unit, set, teeth), v.σ),
  )
}

/** Derivation of the sun torque at which teeth bend in a single event. */
export function deriveBending(scene: ToothScene): Derivation {
  const { unit, set, geometry, steel } = scene
  return derive(
    {
      name: 'sun torque limit, tooth bending',
      unit: 'lb-ft',
      formula: 'σ · b · m · J · n · r / (Kγ · Km)',
      source: 'AGMA 2001 names (source not checked)',
    },
    {
      σ: inputValue('single-event bending stress limit', steel.bendingPa, 'ksi', 'constant'),
      m: inputValue('module', geometry.moduleM, 'mm', 'part'),
      J:
        geometry.geometryFactor === undefined
          ? fromDerivation(deriveGeometryFactor(unit, set, geometry))
          : inputValue('geometry factor', geometry.geometryFactor, null, 'part'),
      ...sharedInputs(scene),
    },
    (v) => (v.σ * v.b * v.m * v.J * v.n * v.r) / (v.Kγ * v.Km),
  )
}

/** K_m by the width of the face and how the pins are held. */
const deriveFaceLoad = ({ faceWidthM, carrier = 'two-plate' }: GearSetGeometry): Derivation =>
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
const deriveGeometryFactor = (unit: Unit, set: PlanetarySet, { helixRad = 0 }: GearSetGeometry): Derivation =>
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
