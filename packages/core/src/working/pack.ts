import { pressureRadius, wearRadius } from '../clutch/friction.js'
import type { PackGeometry, PackOil } from '../clutch/pack.js'
import { annulusArea, centrifugalForce } from '../clutch/piston.js'
import type { FrictionRadius } from '../spec/rules.js'
import { from, given, worked, type Working } from './working.js'

/** Torque at which a pack slips in a case, worked from pressure, piston, springs and linings. */
export function workPack(pack: PackGeometry, oil: PackOil, radius: FrictionRadius): Working {
  return worked(
    { name: 'torque at which the pack slips', unit: 'lb-ft', formula: 'μ · n · F · R', source: 'Shigley, ch. 16' },
    {
      μ: given('hot static friction', pack.hotStaticFriction, null, 'part'),
      n: from(
        worked(
          { name: 'friction faces', unit: null, formula: 'plates · faces', source: 'count' },
          {
            plates: given('lined plates', pack.linedPlates, null, 'part'),
            faces: given('faces a plate', pack.facesPerPlate, null, 'part'),
          },
          (v) => v.plates * v.faces,
        ),
      ),
      F: from(workForce(pack, oil)),
      R: from(workRadius(pack, radius)),
    },
    (v) => v.μ * v.n * Math.max(0, v.F) * v.R,
  )
}

function workRadius(pack: PackGeometry, radius: FrictionRadius): Working {
  const inputs = {
    Ro: given('outer radius of the lining', pack.liningOuterRadiusM, 'mm', 'part'),
    Ri: given('inner radius of the lining', pack.liningInnerRadiusM, 'mm', 'part'),
  }
  if (radius === 'wear')
    return worked({ name: 'radius, run in', unit: 'mm', formula: '(Ro + Ri) / 2', source: 'Shigley, ch. 16, uniform wear' }, inputs, (v) =>
      wearRadius(v.Ri, v.Ro),
    )
  return worked(
    { name: 'radius, new', unit: 'mm', formula: '⅔ · (Ro³ − Ri³) / (Ro² − Ri²)', source: 'Shigley, ch. 16, uniform pressure' },
    inputs,
    (v) => pressureRadius(v.Ri, v.Ro),
  )
}

function workForce(pack: PackGeometry, oil: PackOil): Working {
  const fed = pack.chambers.filter((c) => !c.fedIn || c.fedIn.includes(oil.rangeId))
  const spin = pack.balanced
    ? 0
    : fed.reduce(
        (sum, c) => sum + centrifugalForce(c.innerRadiusM, c.outerRadiusM, pack.oilFillRadiusM ?? c.innerRadiusM, oil.drumSpeedRadPerS),
        0,
      )
  const faces = Object.fromEntries(fed.flatMap((c, i) => [[`ro${i + 1}`, given('outer radius of the piston face', c.outerRadiusM, 'mm', 'part')], [`ri${i + 1}`, given('inner radius of the piston face', c.innerRadiusM, 'mm', 'part')]])) // prettier-ignore
  const area = worked({ name: 'piston faces fed', unit: 'in²', formula: 'Σ π · (ro² − ri²)', source: 'geometry' }, faces, () =>
    fed.reduce((sum, c) => sum + annulusArea(c.innerRadiusM, c.outerRadiusM), 0),
  )
  const pressure = worked(
    { name: 'pressure at the piston', unit: 'psi', formula: 'line − rings, not below 0', source: 'common practice' },
    {
      line: given('line pressure', oil.linePressurePa, 'psi', 'spec'),
      rings: given('lost through the sealing rings', pack.ringLossPa, 'psi', 'part'),
    },
    (v) => Math.max(0, v.line - v.rings),
  )
  const oilForce = worked(
    {
      name: 'spinning oil',
      unit: 'N',
      formula: pack.balanced ? '0: a balance dam cancels it' : 'Σ π · ρ · ω² / 4 · [(ro² − rs²)² − (ri² − rs²)²]',
      source: 'rotating liquid, integrated',
    },
    { ω: given('speed of the drum', oil.drumSpeedRadPerS, 'rpm', 'computed') },
    () => spin,
  )
  return worked(
    { name: 'clamp force', unit: 'N', formula: 'p · A + Fω − Fs', source: 'Shigley, ch. 16' },
    {
      p: from(pressure),
      A: from(area),
      Fω: from(oilForce),
      Fs: given('return springs and cushion', pack.returnSpringN + pack.cushionN, 'N', 'part'),
    },
    (v) => v.p * v.A + v.Fω - v.Fs,
  )
}
