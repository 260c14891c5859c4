import { deriveShearYield } from '../../material/steel-derivation.js'
import type { Steel } from '../../material/steels.js'
import { ROOT_ALLOWANCE, splineRootDiameter } from '../../joint/spline.js'
import { derive, fromDerivation, inputValue, type Derivation, type InputValue } from '../../quantity/derivation.js'
import type { Slice } from './slices.js'

/** Torque at which a slice of a shaft begins to yield, from its drawing and its steel. */
export function deriveSlice(name: string, slice: Slice, steel: Steel, caseDepthM: number): Derivation {
  const modulus = fromDerivation(deriveSliceModulus(slice))
  const core = fromDerivation(deriveShearYield(steel, steel.yieldPa, 'core yield'))
  if (caseDepthM <= 0 || steel.caseYieldPa === undefined)
    return derive({ name, unit: 'lb-ft', formula: 'τy · Z', source: 'Shigley, ch. 3 and 5' }, { τy: core, Z: modulus }, (v) => v.τy * v.Z)
  const hard = fromDerivation(deriveShearYield(steel, steel.caseYieldPa, 'hardened case yield'))
  const depth = inputValue('case depth', caseDepthM, 'in', 'part')
  const radius = fromDerivation(
    derive({ name: 'effective radius', unit: 'in', formula: 'D / 2', source: 'geometry' }, { D: carryingDiameter(slice) }, (v) => v.D / 2),
  )
  return derive(
    { name, unit: 'lb-ft', formula: 'least of τcase · Z and τcore · Z · R / (R − δ)', source: 'linear elastic torsion, Shigley ch. 3' },
    { τcase: hard, τcore: core, Z: modulus, R: radius, δ: depth },
    (v) => Math.min(v.τcase * v.Z, (v.τcore * v.Z * v.R) / (v.R - v.δ)),
  )
}

/** Section modulus of what is left at a slice. */
export function deriveSliceModulus(slice: Slice): Derivation {
  const D = carryingDiameter(slice)
  const d = inputValue('bore', slice.boreM, 'in', 'part')
  if (slice.drilledM === 0)
    return derive(
      { name: 'section modulus', unit: 'in³', formula: 'π · (D⁴ − d⁴) / (16 · D)', source: 'Shigley, ch. 3' },
      { D, d },
      (v) => (Math.PI * (v.D ** 4 - v.d ** 4)) / 32 / (v.D / 2),
    )
  const a = inputValue('total cross hole diameter', slice.drilledM, 'in', 'part')
  return derive(
    {
      name: 'net section modulus at the hole',
      unit: 'in³',
      formula: 'π · (D⁴ − d⁴) / (16 · D) − a · D² / 6',
      source: 'Peterson, net section, source not checked',
    },
    { D, d, a },
    (v) => (Math.PI * (v.D ** 4 - v.d ** 4)) / 32 / (v.D / 2) - (v.a * v.D ** 2) / 6,
  )
}

function carryingDiameter({ section, groove, diameterM }: Slice): InputValue {
  const { spline } = section
  if (groove) return inputValue('groove root diameter', diameterM, 'in', 'part')
  if (!spline) return inputValue('diameter', diameterM, 'in', 'part')
  return fromDerivation(
    derive(
      {
        name: 'spline root diameter',
        unit: 'in',
        formula: `(N − ${ROOT_ALLOWANCE[spline.root]}) · m`,
        source: 'ANSI B92.1 / Dudley, source not checked',
      },
      { N: inputValue('teeth', spline.teeth, null, 'part'), m: inputValue('module', spline.moduleM, 'mm', 'part') },
      (v) => splineRootDiameter({ teeth: v.N, moduleM: v.m, root: spline.root }),
    ),
  )
}
