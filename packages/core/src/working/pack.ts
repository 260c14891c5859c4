import { pressureRadius, wearRadius } from '../clutch/friction.js'
import { frictionFaces, ringLeak, type PackGeometry, type PackOil } from '../clutch/pack.js'
import { annulusArea, centrifugalForce, type PistonChamber } from '../clutch/piston.js'
import { OIL } from '../material/oil.js'
import type { FrictionRadius } from '../spec/rules.js'
import { from, given, solved, worked, type Working } from './working.js'

/** Torque at which a pack slips in a case, worked from pressure, piston, springs and linings. */
export function workPack(pack: PackGeometry, oil: PackOil, radius: FrictionRadius): Working {
  return worked(
    { name: 'clutch slip torque', unit: 'lb-ft', formula: 'μ · n · F · R', source: 'Shigley, ch. 16' },
    {
      μ: given('static friction coefficient, hot', pack.hotStaticFriction, null, 'part'),
      n: from(workFaces(pack)),
      F: from(workForce(pack, oil)),
      R: from(workRadius(pack, radius)),
    },
    (v) => v.μ * v.n * Math.max(0, v.F) * v.R,
  )
}

function workFaces(pack: PackGeometry): Working {
  const about = { name: 'friction surfaces', unit: null, source: 'count' } as const
  if (pack.stack)
    return solved(
      { ...about, formula: 'counted where a friction face runs against a steel splined to the other part' },
      { lined: given('friction plates in the stack', pack.linedPlates, null, 'part') },
      frictionFaces(pack),
    )
  return worked(
    { ...about, formula: 'plates · sides' },
    {
      plates: given('friction plates', pack.linedPlates, null, 'part'),
      faces: given('friction sides per plate', pack.facesPerPlate, null, 'part'),
    },
    (v) => v.plates * v.faces,
  )
}

function workRadius(pack: PackGeometry, radius: FrictionRadius): Working {
  const inputs = {
    Ro: given('friction face outer radius', pack.liningOuterRadiusM, 'mm', 'part'),
    Ri: given('friction face inner radius', pack.liningInnerRadiusM, 'mm', 'part'),
  }
  if (radius === 'wear')
    return worked(
      { name: 'effective radius, worn in', unit: 'mm', formula: '(Ro + Ri) / 2', source: 'Shigley, ch. 16, uniform wear' },
      inputs,
      (v) => wearRadius(v.Ri, v.Ro),
    )
  return worked(
    { name: 'effective radius, new', unit: 'mm', formula: '⅔ · (Ro³ − Ri³) / (Ro² − Ri²)', source: 'Shigley, ch. 16, uniform pressure' },
    inputs,
    (v) => pressureRadius(v.Ri, v.Ro),
  )
}

function workForce(pack: PackGeometry, oil: PackOil): Working {
  const fed = pack.chambers.filter((c) => !c.fedIn || c.fedIn.includes(oil.rangeId))
  const spinOf = (c: PistonChamber, v: Readonly<Record<string, number>>, i: number) =>
    centrifugalForce(v[`ri${i}`] as number, v[`ro${i}`] as number, pack.oilFillRadiusM ?? c.innerRadiusM, v.ω as number, v.ρ as number)
  const faces = Object.fromEntries(
    fed.flatMap((c, i) => [
      [`ro${i + 1}`, given('piston outer radius', c.outerRadiusM, 'mm', 'part')],
      [`ri${i + 1}`, given('piston inner radius', c.innerRadiusM, 'mm', 'part')],
    ]),
  )
  const area = worked({ name: 'apply piston area', unit: 'in²', formula: 'Σ π · (ro² − ri²)', source: 'geometry' }, faces, (v) =>
    fed.reduce((sum, _, i) => sum + annulusArea(v[`ri${i + 1}`] as number, v[`ro${i + 1}`] as number), 0),
  )
  const oilForce = worked(
    {
      name: 'centrifugal oil force',
      unit: 'N',
      formula: pack.balanced ? '0: a balance dam cancels it' : 'Σ π · ρ · ω² / 4 · [(ro² − rs²)² − (ri² − rs²)²]',
      source: 'rotating liquid, integrated',
    },
    {
      ω: given('drum speed', oil.drumSpeedRadPerS, 'rpm', 'computed'),
      ρ: given('oil density, kg/m³', OIL.densityKgPerM3, null, 'constant'),
      ...faces,
    },
    (v) => (pack.balanced ? 0 : fed.reduce((sum, c, i) => sum + spinOf(c, v, i + 1), 0)),
  )
  return worked(
    { name: 'clamp force', unit: 'N', formula: 'p · A + Fω − Fs', source: 'Shigley, ch. 16' },
    {
      p: from(workPistonPressure(pack, oil)),
      A: from(area),
      Fω: from(oilForce),
      Fs: given('return springs and wave plate', pack.returnSpringN + pack.cushionN, 'N', 'part'),
    },
    (v) => v.p * v.A + v.Fω - v.Fs,
  )
}

function workPistonPressure(pack: PackGeometry, oil: PackOil): Working {
  const about = { name: 'pressure at the piston', unit: 'psi' } as const
  const line = given('line pressure', oil.linePressurePa, 'psi', 'spec')
  if (pack.feedDiameterM !== undefined)
    return worked(
      { ...about, formula: 'line / (1 + (leak / feed)⁴)', source: 'two orifices in series' },
      {
        line,
        leak: given('sealing ring leak orifice', ringLeak(pack), 'mm', 'part'),
        feed: given('feed orifice', pack.feedDiameterM, 'mm', 'part'),
      },
      (v) => v.line / (1 + (v.leak / v.feed) ** 4),
    )
  return worked(
    { ...about, formula: 'line − rings, not below 0', source: 'common practice' },
    { line, rings: given('sealing ring pressure loss', pack.ringLossPa, 'psi', 'part') },
    (v) => Math.max(0, v.line - v.rings),
  )
}
