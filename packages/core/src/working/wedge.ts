import { STEEL_PAIR_PA, WEDGE_ANGLE_RAD, WEDGE_STRESS_PA, type OneWayGeometry } from '../sprag/one-way.js'
import { from, given, worked, type Working } from './working.js'

/** Torque at which the elements of a one-way clutch press the inner race to its limit. */
export function workWedge(clutch: OneWayGeometry): Working {
  const curvature = worked(
    { name: 'contact radius', unit: 'mm', formula: '1 / (2/d + 1/Ri)', source: 'two convex cylinders' },
    {
      d: given('diameter of an element', clutch.elementDiameterM, 'mm', 'part'),
      Ri: given('radius of the inner race', clutch.innerRaceRadiusM, 'mm', 'part'),
    },
    (v) => 1 / (2 / v.d + 1 / v.Ri),
  )
  return worked(
    {
      name: 'torque at race contact stress limit',
      unit: 'lb-ft',
      formula: 'z · Ri · L · tan φ · σ² · 2π · R / E',
      source: 'Hertz line contact; Johnson, Contact Mechanics (source not checked)',
    },
    {
      z: given('elements', clutch.elements, null, 'part'),
      Ri: given('radius of the inner race', clutch.innerRaceRadiusM, 'mm', 'part'),
      L: given('length of an element', clutch.elementLengthM, 'mm', 'part'),
      φ: given('wedge angle, rad', clutch.wedgeAngleRad ?? WEDGE_ANGLE_RAD, null, clutch.wedgeAngleRad === undefined ? 'constant' : 'part'),
      σ: given('race contact stress limit, single event', WEDGE_STRESS_PA, 'ksi', 'constant'),
      R: from(curvature),
      E: given('modulus of the pair of steels', STEEL_PAIR_PA, 'ksi', 'constant'),
    },
    (v) => (v.z * v.Ri * v.L * Math.tan(v.φ) * v.σ ** 2 * 2 * Math.PI * v.R) / v.E,
  )
}
