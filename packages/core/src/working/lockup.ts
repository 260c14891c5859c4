import { LINING_BEHAVIOUR, lockupState, meanRadius, type LockupGeometry, type LockupOil } from '../lockup/lockup-clutch.js'
import { from, given, solved, worked, type Working } from './working.js'

/** Torque at which a lockup clutch slips, worked from its radii, its friction, and the pressure on both sides of its piston. */
export function workLockup(g: LockupGeometry, oil: LockupOil): Working {
  const state = lockupState(g, oil)
  const difference = worked(
    { name: 'pressure across the piston', unit: 'psi', formula: 'pa − pr', source: 'definition' },
    { pa: given('apply side', oil.applyPa, 'psi', 'spec'), pr: given('release side', oil.releasePa, 'psi', 'spec') },
    (v) => Math.max(0, v.pa - v.pr),
  )
  const radius = solved(
    {
      name: `effective friction radius (${state.edge === 'flat' ? 'full contact' : `the ${state.edge} edge presses harder${state.lifted ? ', the other edge has lifted' : ''}`})`,
      unit: 'mm',
      formula: 'Rm, shifted by piston and cover tilt on the elastic friction material',
      source: 'Timoshenko & Woinowsky-Krieger, plates, §16–17; elastic bed',
    },
    {
      Rm: given('mean friction radius', meanRadius(g), 'mm', 'part'),
      E: given(`friction material stiffness (${g.lining})`, LINING_BEHAVIOUR[g.lining].youngPa, 'MPa', 'constant'),
      t: given('piston thickness', g.piston.thicknessM, 'mm', 'part'),
      p0: given('full-contact pressure', g.piston.flatAtPa, 'psi', 'part'),
    },
    state.radiusM,
  )
  const sealed = g.pistonOuterRadiusM
  const area = worked(
    {
      name: sealed === undefined ? 'effective piston area (pressure drops across the friction face)' : 'piston area (separate outer seal)',
      unit: 'in²',
      formula: sealed === undefined ? 'π·(R² − rs²)' : 'π·(Rp² − rs²)',
      source: 'geometry',
    },
    {
      R: sealed === undefined ? from(radius) : given('piston outer seal radius', sealed, 'mm', 'part'),
      rs: given('inner seal radius', g.sealRadiusM, 'mm', 'part'),
    },
    (v) => Math.PI * (v.R ** 2 - v.rs ** 2),
  )
  return worked(
    {
      name: 'lockup slip torque',
      unit: 'lb-ft',
      formula: 'μ · n · Δp · A · R',
      source: 'Shigley, ch. 16, on the effective area',
    },
    {
      μ: given('friction coefficient, hot', g.hotFriction, null, 'part'),
      n: given('friction surfaces', g.faces, null, 'part'),
      Δp: from(difference),
      A: from(area),
      R: from(radius),
    },
    (v) => v.μ * v.n * v.Δp * v.A * v.R,
  )
}

/** Most that the part of the lining that still bears can pass, once pressure has lifted its other edge. */
export function workLifted(g: LockupGeometry, oil: LockupOil): Working {
  const state = lockupState(g, oil)
  const most = (state.loadedNm / state.slipNm) * state.peakPa
  return worked(
    {
      name: 'lockup torque with one edge lifted',
      unit: 'lb-ft',
      formula: 'T · pl / pe: the friction material that still makes contact carries no more than when the edge lifted',
      source: 'elastic bed under a tilted face; not from a book',
    },
    {
      T: from(workLockup(g, oil)),
      pl: given('highest friction material pressure when the edge lifted', most, 'psi', 'part'),
      pe: given('highest friction material pressure now, by balance of forces', state.peakPa, 'psi', 'part'),
    },
    (v) => (v.T * v.pl) / v.pe,
  )
}

/** Torque at which the damper's coils bind. */
export function workDamper({ damper }: LockupGeometry): Working {
  const { springs, rateNPerM, travelM, radiusM } = damper ?? { springs: NaN, rateNPerM: NaN, travelM: NaN, radiusM: NaN }
  return worked(
    { name: 'damper coil-bind torque', unit: 'lb-ft', formula: 'n · k · s · r', source: 'springs in a circle' },
    {
      n: given('springs', springs, null, 'part'),
      k: given('spring rate, each', rateNPerM, 'N/mm', 'part'),
      s: given('spring travel', travelM, 'mm', 'part'),
      r: given('spring pitch radius', radiusM, 'mm', 'part'),
    },
    (v) => v.n * v.k * v.s * v.r,
  )
}
