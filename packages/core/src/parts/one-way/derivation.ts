import {
  outerTrackRadius,
  RACE_TENSION_PA,
  raceTorque,
  ROLL_OVER,
  STEEL_PAIR_PA,
  wedgeAngle,
  WEDGE_STRESS_PA,
  wedgeTorque,
  type OneWayGeometry,
} from './one-way.js'
import { fromDerivation, inputValue, derive, type InputValue, type Derivation } from '../../quantity/derivation.js'

const angleOf = (clutch: OneWayGeometry, torqueNm: number): InputValue =>
  inputValue(
    'wedge angle at that torque, rad',
    wedgeAngle(clutch, torqueNm),
    null,
    clutch.wedgeAngleRad === undefined ? 'constant' : 'part',
  )

/** Derivation of the torque at which the elements press the inner race to its limit. */
export function deriveWedge(clutch: OneWayGeometry): Derivation {
  const curvature = derive(
    { name: 'contact radius', unit: 'mm', formula: '1 / (2/d + 1/Ri)', source: 'two convex cylinders' },
    {
      d: inputValue('diameter of an element', clutch.elementDiameterM, 'mm', 'part'),
      Ri: inputValue('radius of the inner race', clutch.innerRaceRadiusM, 'mm', 'part'),
    },
    (v) => 1 / (2 / v.d + 1 / v.Ri),
  )
  const most = WEDGE_STRESS_PA[clutch.elementKind === 'sprag' ? 'sprag' : 'roller']
  return derive(
    {
      name: 'torque at race contact stress limit',
      unit: 'lb-ft',
      formula: 'z · Ri · L · tan φ · σ² · 2π · R / E',
      source: 'Hertz line contact; Johnson, Contact Mechanics (source not checked)',
    },
    {
      z: inputValue('elements', clutch.elements, null, 'part'),
      Ri: inputValue('radius of the inner race', clutch.innerRaceRadiusM, 'mm', 'part'),
      L: inputValue('length of an element', clutch.elementLengthM, 'mm', 'part'),
      φ: angleOf(clutch, wedgeTorque(clutch) ?? 0),
      σ: inputValue('race contact stress limit, single event', most, 'ksi', 'constant'),
      R: fromDerivation(curvature),
      E: inputValue('modulus of the pair of steels', STEEL_PAIR_PA, 'ksi', 'constant'),
    },
    (v) => (v.z * v.Ri * v.L * Math.tan(v.φ) * v.σ ** 2 * 2 * Math.PI * v.R) / v.E,
  )
}

/** Derivation of the torque at which the outer race is stretched to its limit. */
export function deriveRace(clutch: OneWayGeometry): Derivation {
  const outerRaceThicknessM = clutch.outerRaceThicknessM ?? NaN
  const track = outerTrackRadius(clutch)
  const share = derive(
    {
      name: 'tension at the bore over pressure',
      unit: null,
      formula: '((Ro + t)² + Ro²) / ((Ro + t)² − Ro²)',
      source: 'Lamé; Shigley, thick-walled cylinders',
    },
    {
      Ro: inputValue('radius of the outer track', track, 'mm', 'computed'),
      t: inputValue('outer race thickness', outerRaceThicknessM, 'mm', 'part'),
    },
    (v) => ((v.Ro + v.t) ** 2 + v.Ro ** 2) / ((v.Ro + v.t) ** 2 - v.Ro ** 2),
  )
  return derive(
    {
      name: 'torque at outer race tension limit',
      unit: 'lb-ft',
      formula: 'σ / k · 2π · Ro · L · Ri · tan φ',
      source: 'elements press on the race with T / (Ri · tan φ)',
    },
    {
      σ: inputValue('tension limit of the race, single event', RACE_TENSION_PA, 'ksi', 'constant'),
      k: fromDerivation(share),
      Ro: inputValue('radius of the outer track', track, 'mm', 'computed'),
      L: inputValue('length of an element', clutch.elementLengthM, 'mm', 'part'),
      Ri: inputValue('radius of the inner race', clutch.innerRaceRadiusM, 'mm', 'part'),
      φ: angleOf(clutch, raceTorque(clutch) ?? 0),
    },
    (v) => (v.σ / v.k) * 2 * Math.PI * v.Ro * v.L * v.Ri * Math.tan(v.φ),
  )
}

/** Derivation of the torque at which sprags roll over. */
export const deriveRollOver = (clutch: OneWayGeometry): Derivation =>
  derive(
    { name: 'torque at which sprags roll over', unit: 'lb-ft', formula: 'k · T', source: 'from memory' },
    { k: inputValue('roll-over torque over contact limit', ROLL_OVER, null, 'constant'), T: fromDerivation(deriveWedge(clutch)) },
    (v) => v.k * v.T,
  )
