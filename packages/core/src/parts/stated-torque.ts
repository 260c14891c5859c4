import { fuelOf, type EngineKind, type Fuel } from '../engine/template.js'
import type { HouseRules } from '../model/rules.js'
import type { StatedLimit } from '../model/stated.js'
import { derive, inputValue, type Derivation } from '../quantity/derivation.js'

/** Conversion of a stated limit into a torque. */
export type TorqueBasis =
  | { readonly from: 'torque' }
  | {
      readonly from: 'power'
      readonly powerW: number
      readonly speedRadPerS: number
      readonly speedFrom: 'stated' | 'house-rule'
      readonly fuel: Fuel
    }

/** A stated limit as a torque. */
export interface StatedTorque {
  readonly torqueNm: number
  readonly basis: TorqueBasis
}

/**
 * Torque of a stated limit, P/ω for a power: at its stated speed, or at the house's reference speed for the kind of engine.
 * Nothing for a limit of pressure or speed.
 * @example statedTorque({ place: 'station', origin: 'maker', powerW: toSi(1000, 'hp') }, 'diesel', DEFAULT_RULES).torqueNm / toSi(1, 'lb-ft') // → 1875.8
 * @example statedTorque({ place: 'station', origin: 'maker', powerW: toSi(1000, 'hp') }, 'petrol', DEFAULT_RULES).torqueNm / toSi(1, 'lb-ft') // → 875.4
 */
export function statedTorque(stated: StatedLimit, kind: EngineKind, rules: HouseRules): StatedTorque | undefined {
  if (stated.torqueNm !== undefined) return { torqueNm: stated.torqueNm, basis: { from: 'torque' } }
  if (stated.powerW === undefined) return undefined
  const fuel = fuelOf(kind)
  const speedRadPerS = stated.ratedAtRadPerS ?? rules.ratingSpeed[`${fuel}RadPerS`]
  const speedFrom = stated.ratedAtRadPerS === undefined ? 'house-rule' : 'stated'
  return { torqueNm: stated.powerW / speedRadPerS, basis: { from: 'power', powerW: stated.powerW, speedRadPerS, speedFrom, fuel } }
}

/** Derivation of a stated torque, times a factor for its condition. */
export function deriveStatedTorque({ origin, sells }: StatedLimit, { torqueNm, basis }: StatedTorque, factor: number): Derivation {
  const name = 'torque stated'
  if (basis.from !== 'power')
    return derive(
      { name, unit: 'lb-ft', formula: 'as stated', source: sells ? 'the maker, who sells it' : 'the one who states it' },
      { T: inputValue('stated torque', torqueNm * factor, 'lb-ft', origin) },
      (v) => v.T,
    )
  const P = inputValue('stated power', basis.powerW, 'hp', origin)
  const ω = inputValue(
    basis.speedFrom === 'stated' ? 'speed it is rated at' : `reference speed, ${basis.fuel}`,
    basis.speedRadPerS,
    'rpm',
    basis.speedFrom === 'stated' ? origin : 'rule',
  )
  const f = inputValue('pads with runout over the limit', factor, null, 'part')
  return derive({ name, unit: 'lb-ft', formula: 'P / ω · f', source: 'definition of power' }, { P, ω, f }, (v) => (v.P / v.ω) * v.f)
}
