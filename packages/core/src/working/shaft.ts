import { shearYield, type Steel } from '../material/steels.js'
import { pressPressure, pressTorque, type PressJoint } from '../shaft/press.js'
import type { ShaftGeometry } from '../shaft/shaft.js'
import { shaftSteel, type ShaftLimit } from '../shaft/shaft-limits.js'
import type { Slice } from '../shaft/slices.js'
import { pitchDiameter, ROOT_ALLOWANCE, splineRootDiameter, type Teeth } from '../shaft/spline.js'
import { burstingTension, toothShear } from '../shaft/spline-stress.js'
import { THROAT, type FilletWeld } from '../shaft/weld.js'
import { fromDerivation, inputValue, derive, type InputValue, type Derivation } from './working.js'

/** Torque at which a place of a shaft begins to yield, worked from its drawing and its steel. */
export function workPlace(shaft: ShaftGeometry, limit: ShaftLimit): Derivation | undefined {
  const steel = shaftSteel(shaft)
  const name = `torque capacity of “${limit.place}” (${limit.feature.replace('-', ' ')})`
  const section = shaft.sections.find((s) => s.name === limit.place)
  if (limit.feature === 'spline-teeth' && section?.spline) {
    const yieldPa = shaft.caseDepthM > 0 ? (steel.caseYieldPa ?? steel.yieldPa) : steel.yieldPa
    return workSplineTeeth(name, section.spline, section.lengthM, workShearYield(steel, yieldPa, 'spline teeth yield'))
  }
  return limit.slice && workSlice(name, limit.slice, steel, shaft.caseDepthM)
}

function workSlice(name: string, slice: Slice, steel: Steel, caseDepthM: number): Derivation {
  const modulus = fromDerivation(workSliceModulus(slice))
  const core = fromDerivation(workShearYield(steel, steel.yieldPa, 'core yield'))
  if (caseDepthM <= 0 || steel.caseYieldPa === undefined)
    return derive({ name, unit: 'lb-ft', formula: 'τy · Z', source: 'Shigley, ch. 3 and 5' }, { τy: core, Z: modulus }, (v) => v.τy * v.Z)
  const hard = fromDerivation(workShearYield(steel, steel.caseYieldPa, 'hardened case yield'))
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

export function workShearYield(steel: Steel, yieldPa: number, name: string): Derivation {
  const about = { name: `shear ${name}`, unit: 'ksi', formula: 'σy / √3', source: 'distortion energy, Shigley ch. 5' } as const
  return derive(about, { σy: yieldOf(steel, yieldPa, name) }, (v) => shearYield(v.σy))
}

/** The least of the grade, or what the certificate of the part says. */
const yieldOf = (steel: Steel, yieldPa: number, name: string): InputValue =>
  steel.byCertificate
    ? inputValue(`${name}, ${steel.name}`, yieldPa, 'ksi', 'part')
    : inputValue(`${name}, ${steel.name} (minimum, source not checked)`, yieldPa, 'ksi', 'constant')

/** Section modulus of what is left at a slice. */
export function workSliceModulus(slice: Slice): Derivation {
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

const DUDLEY = 'Dudley 1957, as given in Machinery’s Handbook, source not checked'

/** Torque at which the teeth of a spline shear along their pitch line. */
export function workSplineTeeth(name: string, teeth: Teeth, lengthM: number, shear: Derivation): Derivation {
  return derive(
    { name, unit: 'lb-ft', formula: 'τy · π · D² · L / 8: half of the teeth carry', source: DUDLEY },
    {
      τy: fromDerivation(shear),
      D: inputValue('pitch diameter, N · m', pitchDiameter(teeth), 'in', 'part'),
      L: inputValue('engaged length', lengthM, 'in', 'part'),
    },
    (v) => v.τy / toothShear(1, { teeth: teeth.teeth, moduleM: v.D / teeth.teeth }, v.L),
  )
}

/** Torque at which the wall of a hub outside its teeth begins to yield in tension. */
export function workBursting(name: string, teeth: Teeth, lengthM: number, outerDiameterM: number, steel: Steel): Derivation {
  return derive(
    {
      name,
      unit: 'lb-ft',
      formula: 'σy / (tan φ / (π · D · t · L) + 4 / (D² · L · Y)), φ 30°, Y 1.5, t the wall outside the teeth',
      source: DUDLEY,
    },
    {
      σy: yieldOf(steel, steel.yieldPa, 'yield'),
      D: inputValue('pitch diameter, N · m', pitchDiameter(teeth), 'in', 'part'),
      O: inputValue('hub outside diameter', outerDiameterM, 'in', 'part'),
      L: inputValue('engaged length', lengthM, 'in', 'part'),
    },
    (v) => v.σy / burstingTension(1, { teeth: teeth.teeth, moduleM: v.D / teeth.teeth }, { lengthM: v.L, outerDiameterM: v.O }),
  )
}

/** Torque at which a press joint slips, worked from its fit. */
export function workPress(joint: PressJoint): Derivation {
  const pressure = derive(
    {
      name: 'pressure between shaft and hub',
      unit: 'ksi',
      formula: 'δ / (d · (((D² + d²)/(D² − d²) + ν)/E + ((d² + i²)/(d² − i²) − ν)/E))',
      source: 'Lamé, Shigley ch. 3',
    },
    {
      δ: inputValue('interference on the diameter', joint.interferenceM, 'in', 'part'),
      d: inputValue('press fit diameter', joint.seatDiameterM, 'in', 'part'),
      D: inputValue('hub outside diameter', joint.hubDiameterM, 'in', 'part'),
      i: inputValue('shaft bore', joint.boreDiameterM ?? 0, 'in', 'part'),
    },
    (v) => pressPressure({ interferenceM: v.δ, seatDiameterM: v.d, hubDiameterM: v.D, boreDiameterM: v.i }),
  )
  return derive(
    {
      name: `slip torque of press fit “${joint.name}”`,
      unit: 'lb-ft',
      formula: 'μ · p · π · d² · L / 2',
      source: 'Shigley, ch. 7',
    },
    {
      p: fromDerivation(pressure),
      μ: inputValue('friction', joint.friction, null, 'part'),
      d: inputValue('press fit diameter', joint.seatDiameterM, 'in', 'part'),
      L: inputValue('length of the seat', joint.lengthM, 'in', 'part'),
    },
    (v) => pressTorque({ ...joint, friction: v.μ, seatDiameterM: v.d, lengthM: v.L }),
  )
}

/** Torque at which a fillet weld begins to yield, worked from its leg and its metal. */
export function workWeld({ name, radiusM, legM, metalYieldPa }: FilletWeld): Derivation {
  const shear = derive(
    { name: 'shear yield of the weld metal', unit: 'ksi', formula: 'σy / √3', source: 'distortion energy, Shigley ch. 5' },
    { σy: inputValue('yield of the weld metal', metalYieldPa, 'ksi', 'part') },
    (v) => shearYield(v.σy),
  )
  return derive(
    {
      name: `torque capacity of weld “${name}”`,
      unit: 'lb-ft',
      formula: `τy · 2π · r² · ${THROAT} · h`,
      source: 'Shigley, weld group in torsion, source not checked',
    },
    {
      τy: fromDerivation(shear),
      r: inputValue('radius of the weld', radiusM, 'in', 'part'),
      h: inputValue('leg of the weld', legM, 'in', 'part'),
    },
    (v) => v.τy * 2 * Math.PI * v.r ** 2 * THROAT * v.h,
  )
}
