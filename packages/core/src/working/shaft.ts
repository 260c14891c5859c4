import { shearYield, steelById, type Steel } from '../material/steels.js'
import { workingDiameter, type ShaftGeometry, type ShaftLimit, type ShaftSection } from '../shaft/shaft.js'
import { THROAT, type FilletWeld } from '../shaft/weld.js'
import { ROOT_ALLOWANCE, splineRootDiameter } from '../shaft/spline-root.js'
import { from, given, worked, type Given, type Working } from './working.js'

/** Torque at which a section of a shaft begins to yield, worked from its drawing and its steel. */
export function workSection(shaft: ShaftGeometry, limit: ShaftLimit): Working {
  const section = shaft.sections.find((s) => s.name === limit.place) as ShaftSection
  const steel = steelById(shaft.steelId) as Steel
  const modulus = from(workModulus(section, limit.feature === 'cross-hole'))
  const core = from(workShearYield(steel, steel.yieldPa, 'yield of the core'))
  const name = `torque that section “${section.name}” holds (${limit.feature.replace('-', ' ')})`
  if (shaft.caseDepthM <= 0 || steel.caseYieldPa === undefined)
    return worked({ name, unit: 'lb-ft', formula: 'τy · Z', source: 'Shigley, ch. 3 and 5' }, { τy: core, Z: modulus }, (v) => v.τy * v.Z)
  const hard = from(workShearYield(steel, steel.caseYieldPa, 'yield of the hardened case'))
  const depth = given('depth of the case', shaft.caseDepthM, 'in', 'part')
  const radius = from(
    worked(
      { name: 'radius that carries', unit: 'in', formula: 'D / 2', source: 'geometry' },
      { D: carryingDiameter(section) },
      (v) => v.D / 2,
    ),
  )
  return worked(
    { name, unit: 'lb-ft', formula: 'least of τcase · Z and τcore · Z · R / (R − δ)', source: 'linear elastic torsion, Shigley ch. 3' },
    { τcase: hard, τcore: core, Z: modulus, R: radius, δ: depth },
    (v) => Math.min(v.τcase * v.Z, (v.τcore * v.Z * v.R) / (v.R - v.δ)),
  )
}

function workShearYield(steel: Steel, yieldPa: number, name: string): Working {
  const about = { name: `shear ${name}`, unit: 'ksi', formula: 'σy / √3', source: 'distortion energy, Shigley ch. 5' } as const
  return worked(about, { σy: given(`${name}, ${steel.name} (minimum, from memory)`, yieldPa, 'ksi', 'constant') }, (v) => shearYield(v.σy))
}

function workModulus(section: ShaftSection, crossHole: boolean): Working {
  const D = carryingDiameter(section)
  const d = given('bore', section.boreDiameterM, 'in', 'part')
  if (!crossHole)
    return worked(
      { name: 'section modulus', unit: 'in³', formula: 'π · (D⁴ − d⁴) / (16 · D)', source: 'Shigley, ch. 3' },
      { D, d },
      (v) => (Math.PI * (v.D ** 4 - v.d ** 4)) / 32 / (v.D / 2),
    )
  const a = given('cross hole', section.crossHoleDiameterM ?? 0, 'in', 'part')
  return worked(
    {
      name: 'section modulus beside the hole',
      unit: 'in³',
      formula: 'π · (D⁴ − d⁴) / (16 · D) − a · D² / 6',
      source: 'Peterson, net section, from memory',
    },
    { D, d, a },
    (v) => (Math.PI * (v.D ** 4 - v.d ** 4)) / 32 / (v.D / 2) - (v.a * v.D ** 2) / 6,
  )
}

function carryingDiameter(section: ShaftSection): Given {
  const { spline } = section
  if (!spline) return given('diameter', workingDiameter(section), 'in', 'part')
  return from(
    worked(
      {
        name: 'root diameter of the spline',
        unit: 'in',
        formula: `(N − ${ROOT_ALLOWANCE[spline.root]}) · m`,
        source: 'ANSI B92.1 / Dudley, from memory',
      },
      { N: given('teeth', spline.teeth, null, 'part'), m: given('module', spline.moduleM, 'mm', 'part') },
      (v) => splineRootDiameter({ teeth: v.N, moduleM: v.m, root: spline.root }),
    ),
  )
}

/** Torque at which a fillet weld begins to yield, worked from its leg and its metal. */
export function workWeld({ name, radiusM, legM, metalYieldPa }: FilletWeld): Working {
  const shear = worked(
    { name: 'shear yield of the weld metal', unit: 'ksi', formula: 'σy / √3', source: 'distortion energy, Shigley ch. 5' },
    { σy: given('yield of the weld metal', metalYieldPa, 'ksi', 'part') },
    (v) => shearYield(v.σy),
  )
  return worked(
    {
      name: `torque that weld “${name}” holds`,
      unit: 'lb-ft',
      formula: `τy · 2π · r² · ${THROAT} · h`,
      source: 'Shigley, weld group in torsion, from memory',
    },
    { τy: from(shear), r: given('radius of the weld', radiusM, 'in', 'part'), h: given('leg of the weld', legM, 'in', 'part') },
    (v) => v.τy * 2 * Math.PI * v.r ** 2 * THROAT * v.h,
  )
}
