import { capacityFromStall, kFactorRpm } from '../converter/stall-rating.js'
import type { SpecInput } from '../spec/answer.js'
import type { DutyCase } from '../spec/duty.js'
import { loadShare } from '../spec/load.js'
import type { Part } from '../spec/part.js'
import type { StationLoad } from '../spec/unit.js'
import type { RangeSolution } from '../gearing/solve.js'
import { from, given, worked, type Given, type Working } from './working.js'

type Converter = Extract<Part, { kind: 'converter' }>

const converterOf = (input: SpecInput): Converter | undefined =>
  [...input.fitted.values()].find((part): part is Converter => part.kind === 'converter')

/** Static torque at a load place in a case, worked back to the engine. */
export function workLoad(input: SpecInput, load: StationLoad, duty: DutyCase, gearing: RangeSolution): Working {
  const { source, share } = loadShare(load, duty.kind, gearing)
  const torque = source === 'engine' ? workEngine(input, duty) : source === 'stator' ? workStator(input, duty) : workTurbine(input, duty)
  if (share === 1 && source !== 'turbine') return torque
  return worked(
    { name: 'static torque at the place', unit: 'lb-ft', formula: 'share · T', source: 'Willis 1841; Benford & Leising, SAE 810102' },
    { share: from(workShare(input, load, share, gearing)), T: from(torque) },
    (v) => v.share * v.T,
  )
}

/** The share that the gear train puts on a place, with the teeth that decide it. */
function workShare(input: SpecInput, load: StationLoad, share: number, gearing: RangeSolution): Working {
  const teeth = input.unit.train.sets.flatMap((set, i): [string, Given][] => [
    [`Zs${i + 1}`, given(`sun of the ${set.id}`, set.sunTeeth, null, 'unit')],
    [`Zr${i + 1}`, given(`ring of the ${set.id}`, set.ringTeeth, null, 'unit')],
  ])
  const place = load.at === 'link' ? load.id : load.at === 'sets' ? 'the sun asked most' : load.at
  const on = input.unit.train.ranges.find((range) => range.id === gearing.range)?.on.join(', ') ?? ''
  const about = {
    name: `share of the turbine’s torque on ${place}`,
    unit: null,
    formula: `torques of range ${gearing.range} (on: ${on}), solved with its speeds`,
    source: 'Willis 1841',
  }
  return worked(about, Object.fromEntries(teeth), () => share)
}

function workStator(input: SpecInput, duty: DutyCase): Working {
  return worked(
    { name: 'torque on the stator', unit: 'lb-ft', formula: 'Tt − Te', source: 'balance of the converter' },
    { Tt: from(workTurbine(input, duty)), Te: from(workEngine(input, duty)) },
    () => duty.stator.torqueNm,
  )
}

function workTurbine(input: SpecInput, duty: DutyCase): Working {
  const converter = converterOf(input)
  const Te = from(workEngine(input, duty))
  if (duty.kind === 'lockup')
    return worked(
      { name: 'torque through the locked converter', unit: 'lb-ft', formula: 'Te', source: 'no fluid between' },
      { Te },
      (v) => v.Te,
    )
  const STR = given('stall torque ratio', converter?.geometry.stallTorqueRatio ?? NaN, null, 'part')
  if (duty.kind !== 'full-power')
    return worked(
      { name: 'torque of the turbine at the stall', unit: 'lb-ft', formula: 'STR · Te', source: 'SAE J643' },
      { STR, Te },
      () => duty.turbine.torqueNm,
    )
  return worked(
    {
      name: 'greatest torque of the turbine in the range',
      unit: 'lb-ft',
      formula: 'greatest of TR(SR) · Te(ω) from entry to redline',
      source: 'Kotwicki, SAE 820393 (from memory), scaled to STR',
    },
    { STR, ω: given('turbine speed there', duty.turbine.speedRadPerS, 'rpm', 'computed') },
    () => duty.turbine.torqueNm,
  )
}

function workEngine(input: SpecInput, duty: DutyCase): Working {
  const N = given('engine speed', duty.engine.speedRadPerS, 'rpm', 'computed')
  const stall = duty.kind === 'launch' || duty.kind === 'reverse'
  if (!stall)
    return worked(
      { name: 'engine torque', unit: 'lb-ft', formula: 'greatest of the full-throttle curve from entry to redline', source: 'brief' },
      { N },
      () => duty.engine.torqueNm,
    )
  const K = from(workKFactor(input))
  const share = duty.kind === 'reverse' ? input.brief.reverseThrottle : 1
  const about = {
    name: 'engine torque at the stall',
    unit: 'lb-ft',
    formula:
      duty.kind === 'reverse' ? '(N / K)², throttled to the share allowed in reverse' : '(N / K)² where it meets the curve first from idle',
    source: 'SAE J643',
  } as const
  const inputs = { N, K, throttle: given(duty.kind === 'reverse' ? 'throttle allowed in reverse' : 'throttle', share, null, 'brief') }
  return worked(about, inputs, (v) => v.N ** 2 / v.K ** 2)
}

/** K₀ in SI, rad/s per √(N·m), read as rpm/√lb-ft in its name. */
function workKFactor(input: SpecInput): Working {
  const rating = converterOf(input)?.geometry.stall ?? { speedRadPerS: NaN, referenceTorqueNm: NaN }
  const trade = kFactorRpm(capacityFromStall(rating))
  return worked(
    { name: `K-factor at stall, ${trade.toFixed(1)} rpm/√lb-ft`, unit: null, formula: 'Ns / √Ts  [rad/s per √N·m]', source: 'SAE J643' },
    {
      Ns: given('rated stall speed', rating.speedRadPerS, 'rpm', 'part'),
      Ts: given('torque it was rated behind', rating.referenceTorqueNm, 'lb-ft', 'part'),
    },
    (v) => v.Ns / Math.sqrt(v.Ts),
  )
}
