import { LINING_BEHAVIOUR, lockupState, meanRadius, type LockupGeometry, type LockupOil } from '../lockup/lockup-clutch.js'
import { from, given, worked, type Working } from './working.js'

/** Torque at which a lockup clutch slips, worked from its radii, its friction, and the pressure on both sides of its piston. */
export function workLockup(g: LockupGeometry, oil: LockupOil): Working {
  const state = lockupState(g, oil)
  const difference = worked(
    { name: 'pressure across the piston', unit: 'psi', formula: 'pa − pr', source: 'definition' },
    { pa: given('apply side', oil.applyPa, 'psi', 'spec'), pr: given('release side', oil.releasePa, 'psi', 'spec') },
    (v) => Math.max(0, v.pa - v.pr),
  )
  const radius = worked(
    {
      name: `radius at which the force acts (${state.edge === 'flat' ? 'the lining lies flat' : `the ${state.edge} edge bears harder${state.lifted ? ', the other has lifted' : ''}`})`,
      unit: 'mm',
      formula: 'Rm, moved by the lean of piston and cover on the elastic lining',
      source: 'Timoshenko & Woinowsky-Krieger, plates, §16–17; elastic bed',
    },
    {
      Rm: given('mean radius of the lining', meanRadius(g), 'mm', 'part'),
      E: given(`stiffness of the lining (${g.lining})`, LINING_BEHAVIOUR[g.lining].youngPa, 'MPa', 'constant'),
      t: given('thickness of the piston', g.piston.thicknessM, 'mm', 'part'),
      p0: given('pressure at which it lies flat', g.piston.flatAtPa, 'psi', 'part'),
    },
    () => state.radiusM,
  )
  const sealed = g.pistonOuterRadiusM
  const area = worked(
    {
      name: sealed === undefined ? 'area, as pressure falls across the lining' : 'area of the piston with its own seal',
      unit: 'in²',
      formula: sealed === undefined ? 'π·(R² − rs²)' : 'π·(Rp² − rs²)',
      source: 'geometry',
    },
    {
      R: sealed === undefined ? from(radius) : given('outer seal of the piston', sealed, 'mm', 'part'),
      rs: given('inner seal', g.sealRadiusM, 'mm', 'part'),
    },
    (v) => Math.PI * (v.R ** 2 - v.rs ** 2),
  )
  return worked(
    {
      name: 'torque at which the lockup slips',
      unit: 'lb-ft',
      formula: 'μ · n · Δp · A · R',
      source: 'Shigley, ch. 16, on the effective area',
    },
    {
      μ: given('hot friction', g.hotFriction, null, 'part'),
      n: given('faces', g.faces, null, 'part'),
      Δp: from(difference),
      A: from(area),
      R: from(radius),
    },
    (v) => v.μ * v.n * v.Δp * v.A * v.R,
  )
}

/** Torque at which the damper's coils bind. */
export function workDamper({ damper }: LockupGeometry): Working {
  const { springs, rateNPerM, travelM, radiusM } = damper ?? { springs: NaN, rateNPerM: NaN, travelM: NaN, radiusM: NaN }
  return worked(
    { name: 'torque at which the damper binds', unit: 'lb-ft', formula: 'n · k · s · r', source: 'springs in a circle' },
    {
      n: given('springs', springs, null, 'part'),
      k: given('rate of a spring', rateNPerM, 'N/mm', 'part'),
      s: given('travel of a spring', travelM, 'mm', 'part'),
      r: given('radius of the springs', radiusM, 'mm', 'part'),
    },
    (v) => v.n * v.k * v.s * v.r,
  )
}
