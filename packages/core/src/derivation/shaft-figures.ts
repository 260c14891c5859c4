import { crossHoles, workingDiameter, type ShaftGeometry, type ShaftSection } from '../parts/shaft/shaft.js'
import { TOOTH_HEIGHT, type Spline } from '../joint/spline.js'
import { RUPTURE, shaftSteel } from '../parts/shaft/shaft-limits.js'
import { polarMoment, STEEL_SHEAR_MODULUS_PA } from '../parts/shaft/torsion.js'
import { slicesOf } from '../parts/shaft/slices.js'
import { orificeFlow } from '../fluid/orifice.js'
import {
  allowedStress,
  splineLifeFactor,
  splineWearFactor,
  splineWearTorque,
  splineWorkingTorque,
  WEARING_TURNS,
  WORKING_CYCLES,
  type Allowable,
} from '../joint/spline-stress.js'
import { spinShock } from '../parts/shaft/shaft-spring.js'
import { toSi } from '../quantity/units.js'
import type { ShaftReport } from '../reports/shaft-report.js'
import { deriveOvershoot, derivePeriod } from './launch-shock.js'
import { deriveLife } from './shaft-life.js'
import { deriveSliceModulus } from '../parts/shaft/slice-derivation.js'
import { fromDerivation, inputValue, derive, type InputValue, type Derivation } from '../quantity/derivation.js'

/** Figures of a shaft in its job that open their working. */
export const SHAFT_FIGURES = ['yield', 'break', 'handbook', 'wear', 'life', 'twist', 'period', 'overshoot', 'caught', 'holes'] as const
export type ShaftFigure = (typeof SHAFT_FIGURES)[number]

/** Derivation of a figure of a shaft from its drawing. `undefined` if there is none. */
export function deriveShaftFigure(shaft: ShaftGeometry, report: ShaftReport, figure: ShaftFigure): Derivation | undefined {
  const { shock, most, oil } = report
  switch (figure) {
    case 'yield':
      return report.weakest.derivation()
    case 'break':
      return deriveBreak(shaft)
    case 'handbook':
      return deriveHandbook(shaft)
    case 'wear':
      return deriveWear(shaft)
    case 'life':
      return deriveLife(shaft, report.loads)
    case 'twist':
      return most ? deriveTwist(shaft, most.staticNm) : undefined
    case 'period':
      return shock ? derivePeriod(shock) : undefined
    case 'overshoot':
      return shock ? deriveOvershoot(shock) : undefined
    case 'caught':
      return shock && report.caughtNm !== null ? deriveCaught(report, shock) : undefined
    case 'holes':
      return oil ? deriveHoles(shaft, report.oilPressurePa) : undefined
  }
}

function deriveBreak(shaft: ShaftGeometry): Derivation | undefined {
  const carrying = slicesOf(shaft).filter(({ section }) => !section.idle)
  const [first, ...rest] = carrying
  if (!first) return undefined
  const weak = rest.reduce((least, slice) => (slice.modulusM3 < least.modulusM3 ? slice : least), first)
  const steel = shaftSteel(shaft)
  return derive(
    {
      name: 'ultimate torque',
      unit: 'lb-ft',
      formula: `${RUPTURE} · σu · Z`,
      source: 'modulus of rupture of solid steel, source not checked',
    },
    {
      σu: inputValue(`tensile strength, ${steel.name}`, steel.ultimatePa, 'ksi', steel.byCertificate ? 'part' : 'constant'),
      Z: fromDerivation(deriveSliceModulus(weak)),
    },
    (v) => RUPTURE * v.σu * v.Z,
  )
}

const DUDLEY = 'Dudley 1957, as given in Machinery’s Handbook, source not checked'

type Splined = ShaftSection & { readonly spline: Spline }

/** The section whose spline a measure trusts least, and what its steel is allowed. */
function leastSpline(shaft: ShaftGeometry, of: (s: Splined, allowed: Allowable) => number): { s: Splined; allowed: Allowable } | undefined {
  const steel = shaftSteel(shaft)
  const allowed = allowedStress(steel.ultimatePa, shaft.caseDepthM > 0 && steel.caseYieldPa !== undefined)
  const splined = shaft.sections.flatMap(({ spline, ...s }): Splined[] => (spline && !s.idle ? [{ ...s, spline }] : []))
  const [s] = splined.toSorted((a, b) => of(a, allowed) - of(b, allowed))
  return s && { s, allowed }
}

/** The spline that the handbook trusts least, for ten thousand torque cycles. */
function deriveHandbook(shaft: ShaftGeometry): Derivation | undefined {
  const least = leastSpline(shaft, (s, allowed) => splineWorkingTorque(s.spline, s.lengthM, s.boreDiameterM, allowed))
  if (!least) return undefined
  const { s, allowed } = least
  return derive(
    {
      name: `handbook working torque of “${s.name}”`,
      unit: 'lb-ft',
      formula: 'least by shear at the root, shear of the teeth, pressure on the flanks, each Kf times the stress allowed',
      source: DUDLEY,
    },
    {
      τ: inputValue('shear allowed, by hardness', allowed.shearPa, 'ksi', 'constant'),
      p: inputValue('pressure allowed on the flanks', allowed.bearingPa, 'ksi', 'constant'),
      Kf: inputValue(`life factor for ${WORKING_CYCLES} torque cycles`, splineLifeFactor(WORKING_CYCLES), null, 'constant'),
      N: inputValue('teeth', s.spline.teeth, null, 'part'),
      m: inputValue('module', s.spline.moduleM, 'mm', 'part'),
      L: inputValue('length', s.lengthM, 'in', 'part'),
      d: inputValue('bore', s.boreDiameterM, 'in', 'part'),
    },
    (v) => splineWorkingTorque({ ...s.spline, teeth: v.N, moduleM: v.m }, v.L, v.d, { shearPa: v.τ, bearingPa: v.p }),
  )
}

/** The spline that wears first, over a million turns under load. */
function deriveWear(shaft: ShaftGeometry): Derivation | undefined {
  const least = leastSpline(shaft, (s, allowed) => splineWearTorque(s.spline, s.lengthM, allowed))
  if (!least) return undefined
  const { s, allowed } = least
  return derive(
    {
      name: `handbook working torque of “${s.name}”, floating in its hub`,
      unit: 'lb-ft',
      formula: 'p · D · N · L · h · Kw / 2, D = N · m, h the height of a tooth',
      source: DUDLEY,
    },
    {
      p: inputValue('pressure allowed on the flanks', allowed.bearingPa, 'ksi', 'constant'),
      Kw: inputValue(`wear factor for ${WEARING_TURNS} turns under load`, splineWearFactor(WEARING_TURNS), null, 'constant'),
      N: inputValue('teeth', s.spline.teeth, null, 'part'),
      m: inputValue('module', s.spline.moduleM, 'mm', 'part'),
      h: inputValue('height of a tooth', TOOTH_HEIGHT[s.spline.root] * s.spline.moduleM, 'mm', 'part'),
      L: inputValue('length', s.lengthM, 'in', 'part'),
    },
    (v) => (v.p * v.N * v.m * v.N * v.L * v.h * v.Kw) / 2,
  )
}

/** Twist at a torque, section by section. */
function deriveTwist(shaft: ShaftGeometry, torqueNm: number): Derivation {
  const twisting = shaft.sections.filter(({ idle }) => !idle)
  const each = Object.fromEntries(
    twisting.map((s, i): [string, InputValue] => [
      `c${i + 1}`,
      fromDerivation(
        derive(
          { name: `${s.name}, rad a N·m`, unit: null, formula: 'L / (J · G), J = π · (D⁴ − d⁴) / 32', source: 'Shigley, ch. 3' },
          {
            L: inputValue('length', s.lengthM, 'in', 'part'),
            D: inputValue(s.spline ? 'root of the spline' : 'diameter', workingDiameter(s), 'in', 'part'),
            d: inputValue('bore', s.boreDiameterM, 'in', 'part'),
            G: inputValue('shear modulus of steel', STEEL_SHEAR_MODULUS_PA, 'ksi', 'constant'),
          },
          (v) => v.L / (polarMoment(v.D, v.d) * v.G),
        ),
      ),
    ]),
  )
  const inputs: Record<string, InputValue> = {
    T: inputValue('peak torque, without service factor', torqueNm, 'lb-ft', 'computed'),
    ...each,
  }
  return derive(
    { name: 'twist', unit: 'deg', formula: `T · (${Object.keys(each).join(' + ')})`, source: 'sections in series' },
    inputs,
    (v) => (v['T'] ?? NaN) * Object.keys(each).reduce((sum, key) => sum + (v[key] ?? NaN), 0),
  )
}

function deriveCaught({ caughtNm }: ShaftReport, shock: NonNullable<ShaftReport['shock']>): Derivation {
  const whole = spinShock(toSi(100, 'rpm'), shock.stiffnessNmPerRad, shock.inertiaKgM2)
  return derive(
    {
      name: 'shock torque from a sudden 100 rpm stop',
      unit: 'lb-ft',
      formula: 'f · Δω · √(k · J)',
      source: 'energy of an inertia stopped by a spring',
    },
    {
      f: inputValue('torque ratio, this shaft to turbine', (caughtNm ?? 0) / whole, null, 'computed'),
      Δω: inputValue('speed difference', toSi(100, 'rpm'), 'rpm', 'constant'),
      k: inputValue('shaft stiffness as seen at the turbine, N·m/rad', shock.stiffnessNmPerRad, null, 'computed'),
      J: inputValue('turbine inertia', shock.inertiaKgM2, 'kg·m²', 'part'),
    },
    (v) => v.f * spinShock(v.Δω, v.k, v.J),
  )
}

/** Oil through the cross holes, l/min. */
function deriveHoles(shaft: ShaftGeometry, pressurePa: number): Derivation {
  const each = Object.fromEntries(
    crossHoles(shaft).map((hole, i): [string, InputValue] => [
      `q${i + 1}`,
      fromDerivation(
        derive(
          {
            name: `${hole.name}, l/min`,
            unit: null,
            formula: '2 · n · 0.7 · π · d² / 4 · √(2 · p / ρ)',
            source: 'short hole; discharge source not checked',
          },
          {
            n: inputValue('drillings', hole.drillings ?? 1, null, 'part'),
            d: inputValue('diameter', hole.diameterM, 'in', 'part'),
            p: inputValue('pressure', pressurePa, 'psi', 'spec'),
          },
          (v) => 60_000 * 2 * v.n * orificeFlow(v.d, v.p),
        ),
      ),
    ]),
  )
  return derive(
    {
      name: 'oil flow through cross holes, L/min',
      unit: null,
      formula: Object.keys(each).join(' + '),
      source: 'each drilling opens on both sides',
    },
    each,
    (v) => Object.values(v).reduce((sum, x) => sum + x, 0),
  )
}
