import { certain } from '../../numeric/certain.js'
import { pressureRadius, wearRadius } from '../../friction/friction.js'
import { frictionFaces, ringLeak, type PackGeometry, type PackOil } from './pack.js'
import { annulusArea, centrifugalForce, type PistonChamber } from '../../friction/piston.js'
import { OIL } from '../../fluid/oil.js'
import type { FrictionRadius } from '../../model/rules.js'
import { fromDerivation, inputValue, solved, derive, type Derivation } from '../../quantity/derivation.js'

/** Torque at which a pack slips in a case, worked from pressure, piston, springs and linings. */
export function derivePackSlip(pack: PackGeometry, oil: PackOil, radius: FrictionRadius): Derivation {
  return derive(
    { name: 'clutch slip torque', unit: 'lb-ft', formula: 'μ · n · F · R', source: 'Shigley, ch. 16' },
    {
      μ: inputValue('static friction coefficient, hot', pack.hotStaticFriction, null, 'part'),
      n: fromDerivation(deriveFaces(pack)),
      F: fromDerivation(deriveForce(pack, oil)),
      R: fromDerivation(deriveRadius(pack, radius)),
    },
    (v) => v.μ * v.n * Math.max(0, v.F) * v.R,
  )
}

function deriveFaces(pack: PackGeometry): Derivation {
  const about = { name: 'friction surfaces', unit: null, source: 'count' } as const
  if (pack.stack)
    return solved(
      { ...about, formula: 'counted where a friction face runs against a steel splined to the other part' },
      { lined: inputValue('friction plates in the stack', pack.linedPlates, null, 'part') },
      frictionFaces(pack),
    )
  return derive(
    { ...about, formula: 'plates · sides' },
    {
      plates: inputValue('friction plates', pack.linedPlates, null, 'part'),
      faces: inputValue('friction sides per plate', pack.facesPerPlate, null, 'part'),
    },
    (v) => v.plates * v.faces,
  )
}

function deriveRadius(pack: PackGeometry, radius: FrictionRadius): Derivation {
  const inputs = {
    Ro: inputValue('friction face outer radius', pack.liningOuterRadiusM, 'mm', 'part'),
    Ri: inputValue('friction face inner radius', pack.liningInnerRadiusM, 'mm', 'part'),
  }
  if (radius === 'wear')
    return derive(
      { name: 'effective radius, worn in', unit: 'mm', formula: '(Ro + Ri) / 2', source: 'Shigley, ch. 16, uniform wear' },
      inputs,
      (v) => wearRadius(v.Ri, v.Ro),
    )
  return derive(
    { name: 'effective radius, new', unit: 'mm', formula: '⅔ · (Ro³ − Ri³) / (Ro² − Ri²)', source: 'Shigley, ch. 16, uniform pressure' },
    inputs,
    (v) => pressureRadius(v.Ri, v.Ro),
  )
}

function deriveForce(pack: PackGeometry, oil: PackOil): Derivation {
  const fed = pack.chambers.filter((c) => !c.fedIn || c.fedIn.includes(oil.rangeId))
  const spinOf = (c: PistonChamber, v: Readonly<Record<string, number>>, i: number) =>
    centrifugalForce(certain(v[`ri${i}`]), certain(v[`ro${i}`]), pack.oilFillRadiusM ?? c.innerRadiusM, certain(v.ω), certain(v.ρ))
  const faces = Object.fromEntries(
    fed.flatMap((c, i) => [
      [`ro${i + 1}`, inputValue('piston outer radius', c.outerRadiusM, 'mm', 'part')],
      [`ri${i + 1}`, inputValue('piston inner radius', c.innerRadiusM, 'mm', 'part')],
    ]),
  )
  const area = derive({ name: 'apply piston area', unit: 'in²', formula: 'Σ π · (ro² − ri²)', source: 'geometry' }, faces, (v) =>
    fed.reduce((sum, _, i) => sum + annulusArea(certain(v[`ri${i + 1}`]), certain(v[`ro${i + 1}`])), 0),
  )
  const oilForce = derive(
    {
      name: 'centrifugal oil force',
      unit: 'N',
      formula: pack.balanced ? '0: a balance dam cancels it' : 'Σ π · ρ · ω² / 4 · [(ro² − rs²)² − (ri² − rs²)²]',
      source: 'rotating liquid, integrated',
    },
    {
      ω: inputValue('drum speed', oil.drumSpeedRadPerS, 'rpm', 'computed'),
      ρ: inputValue('oil density, kg/m³', OIL.densityKgPerM3, null, 'constant'),
      ...faces,
    },
    (v) => (pack.balanced ? 0 : fed.reduce((sum, c, i) => sum + spinOf(c, v, i + 1), 0)),
  )
  return derive(
    { name: 'clamp force', unit: 'N', formula: 'p · A + Fω − Fs', source: 'Shigley, ch. 16' },
    {
      p: fromDerivation(derivePistonPressure(pack, oil)),
      A: fromDerivation(area),
      Fω: fromDerivation(oilForce),
      Fs: inputValue('return springs and wave plate', pack.returnSpringN + pack.cushionN, 'N', 'part'),
    },
    (v) => v.p * v.A + v.Fω - v.Fs,
  )
}

function derivePistonPressure(pack: PackGeometry, oil: PackOil): Derivation {
  const about = { name: 'pressure at the piston', unit: 'psi' } as const
  const line = inputValue('line pressure', oil.linePressurePa, 'psi', 'spec')
  if (pack.feedDiameterM !== undefined)
    return derive(
      { ...about, formula: 'line / (1 + (leak / feed)⁴)', source: 'two orifices in series' },
      {
        line,
        leak: inputValue('sealing ring leak orifice', ringLeak(pack), 'mm', 'part'),
        feed: inputValue('feed orifice', pack.feedDiameterM, 'mm', 'part'),
      },
      (v) => v.line / (1 + (v.leak / v.feed) ** 4),
    )
  return derive(
    { ...about, formula: 'line − rings, not below 0', source: 'common practice' },
    { line, rings: inputValue('sealing ring pressure loss', pack.ringLossPa, 'psi', 'part') },
    (v) => Math.max(0, v.line - v.rings),
  )
}
