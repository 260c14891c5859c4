import { LINING_BEHAVIOUR, lockupState, meanRadius, type LockupDamper, type LockupGeometry, type LockupOil } from './lockup-clutch.js'
import { fromDerivation, inputValue, solved, derive, type Derivation } from '../../quantity/derivation.js'

/** Torque at which a lockup clutch slips, worked from its radii, its friction, and the pressure on both sides of its piston. */
export function deriveLockupSlip(g: LockupGeometry, oil: LockupOil): Derivation {
  const state = lockupState(g, oil)
  const difference = derive(
    { name: 'pressure across the piston', unit: 'psi', formula: 'pa − pr', source: 'definition' },
    { pa: inputValue('apply side', oil.applyPa, 'psi', 'spec'), pr: inputValue('release side', oil.releasePa, 'psi', 'spec') },
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
      Rm: inputValue('mean friction radius', meanRadius(g), 'mm', 'part'),
      E: inputValue(`friction material stiffness (${g.lining})`, LINING_BEHAVIOUR[g.lining].youngPa, 'MPa', 'constant'),
      t: inputValue('piston thickness', g.piston.thicknessM, 'mm', 'part'),
      p0: inputValue('full-contact pressure', g.piston.flatAtPa, 'psi', 'part'),
    },
    state.radiusM,
  )
  const sealed = g.pistonOuterRadiusM
  const area = derive(
    {
      name: sealed === undefined ? 'effective piston area (pressure drops across the friction face)' : 'piston area (separate outer seal)',
      unit: 'in²',
      formula: sealed === undefined ? 'π·(R² − rs²)' : 'π·(Rp² − rs²)',
      source: 'geometry',
    },
    {
      R: sealed === undefined ? fromDerivation(radius) : inputValue('piston outer seal radius', sealed, 'mm', 'part'),
      rs: inputValue('inner seal radius', g.sealRadiusM, 'mm', 'part'),
    },
    (v) => Math.PI * (v.R ** 2 - v.rs ** 2),
  )
  return derive(
    {
      name: 'lockup slip torque',
      unit: 'lb-ft',
      formula: 'μ · n · Δp · A · R',
      source: 'Shigley, ch. 16, on the effective area',
    },
    {
      μ: inputValue('friction coefficient, hot', g.hotFriction, null, 'part'),
      n: inputValue('friction surfaces', g.faces, null, 'part'),
      Δp: fromDerivation(difference),
      A: fromDerivation(area),
      R: fromDerivation(radius),
    },
    (v) => v.μ * v.n * v.Δp * v.A * v.R,
  )
}

/** Most that the part of the lining that still bears can pass, once pressure has lifted its other edge. */
export function deriveLifted(g: LockupGeometry, oil: LockupOil): Derivation {
  const state = lockupState(g, oil)
  const most = (state.loadedNm / state.slipNm) * state.peakPa
  return derive(
    {
      name: 'lockup torque with one edge lifted',
      unit: 'lb-ft',
      formula: 'T · pl / pe: the friction material that still makes contact carries no more than when the edge lifted',
      source: 'elastic bed under a tilted face; not from a book',
    },
    {
      T: fromDerivation(deriveLockupSlip(g, oil)),
      pl: inputValue('highest friction material pressure when the edge lifted', most, 'psi', 'part'),
      pe: inputValue('highest friction material pressure now, by balance of forces', state.peakPa, 'psi', 'part'),
    },
    (v) => (v.T * v.pl) / v.pe,
  )
}

/** Torque at which the damper's coils bind. */
export function deriveDamperStop({ springs, rateNPerM, travelM, radiusM }: LockupDamper): Derivation {
  return derive(
    { name: 'damper coil-bind torque', unit: 'lb-ft', formula: 'n · k · s · r', source: 'springs in a circle' },
    {
      n: inputValue('springs', springs, null, 'part'),
      k: inputValue('spring rate, each', rateNPerM, 'N/mm', 'part'),
      s: inputValue('spring travel', travelM, 'mm', 'part'),
      r: inputValue('spring pitch radius', radiusM, 'mm', 'part'),
    },
    (v) => v.n * v.k * v.s * v.r,
  )
}
