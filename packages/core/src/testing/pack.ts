import type { PackGeometry } from '../parts/pack/pack.js'
import { toSi } from '../quantity/units.js'

/** A plain clutch of five lined plates on one piston, with what is to be otherwise. */
export const plainPack = (change: Partial<PackGeometry> = {}): PackGeometry => ({
  liningInnerRadiusM: 0.06,
  liningOuterRadiusM: 0.076,
  linedPlates: 5,
  facesPerPlate: 2,
  hotStaticFriction: 0.13,
  chambers: [{ innerRadiusM: 0.036, outerRadiusM: 0.078 }],
  returnSpringN: 900,
  cushionN: 0,
  ringLossPa: toSi(5, 'psi'),
  balanced: false,
  platesThicknessM: 0.0019,
  steelThicknessM: 0.0022,
  ...change,
})
