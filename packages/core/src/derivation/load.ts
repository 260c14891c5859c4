import { type SpecInput } from '../model/spec-input.js'
import { USUAL_STALL_TORQUE_RATIO } from '../converter/characteristic.js'
import { engineInertia, partOfKind } from '../judge/fitted.js'
import { type WorstPoint } from '../judge/worst-point.js'
import type { DutyCase } from '../judge/duty.js'
import { type LimitLoad } from '../parts/limit.js'
import { loadShare } from '../judge/load.js'
import { shiftSeconds } from '../model/unit.js'
import type { RangeSolution } from '../gearing/solve.js'
import { fromDerivation, inputValue, solved, derive, type InputValue, type Derivation } from '../quantity/derivation.js'

/** Static torque at a load place in a case, worked back to the engine. */
export function deriveLoad(input: SpecInput, load: LimitLoad, duty: DutyCase, gearing: RangeSolution): Derivation {
  const { source, share } = loadShare(load, gearing)
  const torque = WORKS[source](input, duty)
  if (share === 1 && source !== 'turbine') return torque
  return derive(
    { name: 'static torque at the station', unit: 'lb-ft', formula: 'share · T', source: 'Willis 1841; Benford & Leising, SAE 810102' },
    { share: fromDerivation(deriveShare(input, load, share, gearing)), T: fromDerivation(torque) },
    (v) => v.share * v.T,
  )
}

const WORKS: Record<ReturnType<typeof loadShare>['source'], (input: SpecInput, duty: DutyCase) => Derivation> = {
  engine: (input, duty) => deriveEngine(input, duty),
  stator: (input, duty) => deriveStator(input, duty),
  turbine: (input, duty) => deriveTurbine(input, duty),
  lockup: (input, duty) => deriveLocked(input, duty, duty.lockup),
  shift: (input, duty) => deriveUpshift(input, duty),
}

/** What an element that comes on takes, at the input: turbine torque, and the inertia that it draws down in the time of a shift. */
function deriveUpshift(input: SpecInput, duty: DutyCase): Derivation {
  const { inertiaKgM2 = 0, fromRadPerS = 0, toRadPerS = 0 } = duty.upshift ?? {}
  const Ti = derive(
    { name: 'inertia torque of the upshift', unit: 'lb-ft', formula: 'J · (ω₁ − ω₂) / t', source: 'Newton' },
    {
      J: inputValue('engine, converter and turbine', inertiaKgM2, 'kg·m²', 'computed'),
      'ω₁': inputValue('turbine speed at redline', fromRadPerS, 'rpm', 'computed'),
      'ω₂': inputValue('turbine speed after the shift', toRadPerS, 'rpm', 'computed'),
      t: inputValue('shift time', shiftSeconds(input.unit), 's', 'unit'),
    },
    (v) => (v.J * (v['ω₁'] - v['ω₂'])) / v.t,
  )
  return derive(
    { name: 'torque to shift against, at the input', unit: 'lb-ft', formula: 'Tt + Ti', source: 'Newton' },
    { Tt: fromDerivation(deriveTurbine(input, duty)), Ti: fromDerivation(Ti) },
    (v) => v.Tt + v.Ti,
  )
}

/** Torque through the locked converter: the engine's, and in an upshift what its inertia adds, up to what the clutch passes. */
function deriveLocked(input: SpecInput, duty: DutyCase, through: WorstPoint): Derivation {
  const Te = fromDerivation(deriveEngine(input, duty))
  if (!through.made)
    return derive(
      { name: 'torque through the locked converter', unit: 'lb-ft', formula: 'Te', source: 'no fluid between' },
      { Te },
      (v) => v.Te,
    )
  const { inertiaNm, mostNm } = through.made
  const { lockedShiftS } = input.rules
  const J = engineInertia(input)
  const Ti = derive(
    { name: 'engine inertia torque', unit: 'lb-ft', formula: 'J · Δω / t', source: 'Newton' },
    {
      J: inputValue('engine with its converter', J, 'kg·m²', input.brief.engine.inertiaKgM2 === undefined ? 'constant' : 'brief'),
      Δω: inputValue('engine speed change', (inertiaNm * lockedShiftS) / J, 'rpm', 'computed'),
      t: inputValue('shift time', lockedShiftS, 's', 'rule'),
    },
    (v) => (v.J * v.Δω) / v.t,
  )
  const about = { name: 'torque through the locked converter in the shift', unit: 'lb-ft', source: 'no fluid between' } as const
  return Number.isFinite(mostNm)
    ? derive(
        { ...about, formula: 'Te + Ti, at most Tc' },
        { Te, Ti: fromDerivation(Ti), Tc: inputValue('lockup clutch capacity', mostNm, 'lb-ft', 'computed') },
        (v) => Math.min(v.Tc, v.Te + v.Ti),
      )
    : derive({ ...about, formula: 'Te + Ti' }, { Te, Ti: fromDerivation(Ti) }, (v) => v.Te + v.Ti)
}

/** The share that the gear train puts on a place, with the teeth that decide it. */
function deriveShare(input: SpecInput, load: LimitLoad, share: number, gearing: RangeSolution): Derivation {
  const teeth = input.unit.train.sets.flatMap((set, i): [string, InputValue][] => [
    [`Zs${i + 1}`, inputValue(`sun of the ${set.id}`, set.sunTeeth, null, 'unit')],
    [`Zr${i + 1}`, inputValue(`ring of the ${set.id}`, set.ringTeeth, null, 'unit')],
  ])
  const place = load.at === 'link' || load.at === 'shift' ? load.id : load.at === 'sets' ? 'the most-loaded sun gear' : load.at
  const on = input.unit.train.ranges.find((range) => range.id === gearing.range)?.on.join(', ') ?? ''
  const about = {
    name: `torque ratio, turbine to ${place}`,
    unit: null,
    formula: `torques of range ${gearing.range} (on: ${on}), solved with its speeds`,
    source: 'Willis 1841',
  }
  return solved(about, Object.fromEntries(teeth), share)
}

function deriveStator(input: SpecInput, duty: DutyCase): Derivation {
  const about = { name: 'stator torque', unit: 'lb-ft', source: 'converter torque balance' } as const
  if (!isStall(duty)) return solved({ ...about, formula: 'greatest of Tt − Te from entry to redline' }, {}, duty.stator.torqueNm)
  return derive(
    { ...about, formula: 'Tt − Te' },
    { Tt: fromDerivation(deriveTurbine(input, duty)), Te: fromDerivation(deriveStall(input, duty)) },
    (v) => v.Tt - v.Te,
  )
}

function deriveTurbine(input: SpecInput, duty: DutyCase): Derivation {
  const converter = partOfKind(input.fitted, 'converter')
  if (duty.kind === 'lockup' || duty.kind === 'locked-shift') return deriveLocked(input, duty, duty.turbine)
  const row = converter?.geometry.table?.[0]
  const STR = converter
    ? inputValue('stall torque ratio', row?.torqueRatio ?? converter.geometry.stallTorqueRatio, null, row ? 'measured' : 'part')
    : inputValue('stall torque ratio, assumed', USUAL_STALL_TORQUE_RATIO, null, 'constant')
  if (isStall(duty))
    return derive(
      { name: 'turbine torque at stall', unit: 'lb-ft', formula: 'STR · Te', source: 'SAE J643' },
      { STR, Te: fromDerivation(deriveStall(input, duty)) },
      (v) => v.STR * v.Te,
    )
  return solved(
    {
      name: 'peak turbine torque in gear',
      unit: 'lb-ft',
      formula: 'greatest of TR(SR) · Te(ω) from entry to redline',
      source: row ? 'measured converter table' : 'Kotwicki, SAE 820393 (source not checked), scaled to STR',
    },
    { STR, ω: inputValue('turbine speed at that point', duty.turbine.speedRadPerS, 'rpm', 'computed') },
    duty.turbine.torqueNm,
  )
}

/** Held still at the turbine: launch on the brake, and reverse. */
const isStall = ({ kind, turbine }: DutyCase): boolean =>
  kind !== 'full-power' && kind !== 'shift' && kind !== 'lockup' && kind !== 'locked-shift' && turbine.speedRadPerS === 0

function deriveEngine(input: SpecInput, duty: DutyCase): Derivation {
  const stall = isStall(duty)
  if (stall && duty.engine.speedRadPerS === duty.oilAt.engineRadPerS) return deriveStall(input, duty)
  const formula = stall
    ? 'greatest of the full-throttle curve on the way up from idle to stall'
    : duty.kind === 'launch'
      ? 'on boost, at the rpm where boost comes in'
      : 'greatest of the full-throttle curve from entry to redline'
  return solved(
    { name: 'engine torque', unit: 'lb-ft', formula, source: 'brief' },
    { N: inputValue('engine speed', duty.engine.speedRadPerS, 'rpm', 'computed') },
    duty.engine.torqueNm,
  )
}

/** Engine torque at the stall speed, throttled in reverse. */
function deriveStall(input: SpecInput, duty: DutyCase): Derivation {
  const { engineRadPerS } = duty.oilAt
  const K = deriveKFactor(input, duty)
  const share = duty.kind === 'reverse' ? input.brief.reverseThrottle : 1
  const about = {
    name: 'engine torque at stall',
    unit: 'lb-ft',
    formula: duty.kind === 'reverse' ? '(N / K)², at the reverse throttle limit' : '(N / K)² where it meets the curve first from idle',
    source: 'SAE J643',
  } as const
  const inputs = {
    N: inputValue('engine speed', engineRadPerS, 'rpm', 'computed'),
    K,
    throttle: inputValue(duty.kind === 'reverse' ? 'reverse throttle limit' : 'throttle', share, null, 'brief'),
  }
  return derive(about, inputs, (v) => v.N ** 2 / v.K ** 2)
}

/** Engine torque at the stall of a case. */
const stallTorque = ({ turbine, stator }: DutyCase): number => turbine.torqueNm - stator.torqueNm

/** K₀ in SI, rad/s per √(N·m), read as rpm/√lb-ft in its name: measured, or from the rating. */
function deriveKFactor(input: SpecInput, duty: DutyCase): InputValue {
  const geometry = partOfKind(input.fitted, 'converter')?.geometry
  const row = geometry?.table?.[0]
  if (!geometry || duty.assumed) {
    const why = geometry ? `at which it just stalls at ${duty.assumed}` : 'of a converter at the target stall speed'
    return inputValue(`K-factor assumed, ${why}`, duty.oilAt.engineRadPerS / Math.sqrt(stallTorque(duty)), 'rpm/√lb-ft', 'computed')
  }
  if (row)
    return fromDerivation(
      derive(
        {
          name: 'K-factor at stall',
          unit: 'rpm/√lb-ft',
          formula: 'K at speed ratio 0 of the measured converter table',
          source: 'SAE J643',
        },
        { K: inputValue('measured', row.kFactorRadPerSPerRootNm, 'rpm/√lb-ft', 'measured') },
        (v) => v.K,
      ),
    )
  return fromDerivation(
    derive(
      { name: 'K-factor at stall', unit: 'rpm/√lb-ft', formula: 'Ns / √Ts', source: 'SAE J643' },
      {
        Ns: inputValue('rated stall speed', geometry.stall.speedRadPerS, 'rpm', 'part'),
        Ts: inputValue('rated stall torque', geometry.stall.referenceTorqueNm, 'lb-ft', 'part'),
      },
      (v) => v.Ns / Math.sqrt(v.Ts),
    ),
  )
}
