import { toSi } from '../quantity/units.js'
import type { Boost } from './boost.js'
import type { Headline } from './headline.js'

export const ENGINE_KINDS = ['petrol', 'petrol-turbo', 'petrol-supercharged', 'petrol-centrifugal', 'diesel'] as const
export type EngineKind = (typeof ENGINE_KINDS)[number]

/** Usual shape by kind of engine (common practice, no source): speeds in rpm, torque peak over torque at the power peak. */
const SHAPES: Record<EngineKind, { idle: number; torquePeak: number; powerPeak: number; redline: number; torqueOverPower: number }> = {
  petrol: { idle: 850, torquePeak: 4700, powerPeak: 6400, redline: 6800, torqueOverPower: 1.14 },
  'petrol-turbo': { idle: 900, torquePeak: 4600, powerPeak: 6300, redline: 6700, torqueOverPower: 1.1 },
  'petrol-supercharged': { idle: 900, torquePeak: 4000, powerPeak: 6100, redline: 6500, torqueOverPower: 1.15 },
  'petrol-centrifugal': { idle: 900, torquePeak: 5000, powerPeak: 6500, redline: 6800, torqueOverPower: 1.07 },
  diesel: { idle: 750, torquePeak: 1900, powerPeak: 2900, redline: 3300, torqueOverPower: 1.25 },
}

/**
 * Headline figures for an engine of which only kind and peak power are known. A first answer, to be replaced by real figures.
 * Source: common practice, no source.
 * @example fromSi(typicalPeaksFor('petrol-turbo', toSi(840, 'hp')).peakTorqueNm, 'lb-ft') // → 770.31
 */
export function typicalPeaksFor(kind: EngineKind, peakPowerW: number): Headline {
  const shape = SHAPES[kind]
  const powerPeak = toSi(shape.powerPeak, 'rpm')
  return {
    peakPowerW,
    peakPowerSpeedRadPerS: powerPeak,
    peakTorqueNm: (shape.torqueOverPower * peakPowerW) / powerPeak,
    peakTorqueSpeedRadPerS: toSi(shape.torquePeak, 'rpm'),
    idleSpeedRadPerS: toSi(shape.idle, 'rpm'),
    redlineRadPerS: toSi(shape.redline, 'rpm'),
  }
}

/** Boost threshold, lag, and torque without boost, by engine kind (common practice, no source). Driven superchargers have no lag. */
const BOOSTS: Partial<Record<EngineKind, { threshold: number; lagS: number; offShare: number }>> = {
  'petrol-turbo': { threshold: 0.6, lagS: 0.7, offShare: 0.55 },
  diesel: { threshold: 0.75, lagS: 0.6, offShare: 0.5 },
}

/**
 * What a kind of engine usually does before its boost is there: the threshold as a share of the torque peak's speed. Nothing where boost
 * does not have to build up.
 * Source: common practice, no source.
 * @example boostFor('petrol-turbo', typicalPeaksFor('petrol-turbo', toSi(840, 'hp')).peakTorqueSpeedRadPerS).thresholdRadPerS / toSi(1, 'rpm') // → 2760
 */
export function boostFor(kind: EngineKind, torquePeakRadPerS: number): Boost | undefined {
  const usual = BOOSTS[kind]
  return usual && { thresholdRadPerS: usual.threshold * torquePeakRadPerS, lagS: usual.lagS, offShare: usual.offShare }
}

/**
 * Inertia of crank, damper and plate by kind of engine, kg·m² (from memory, order of magnitude); the converter comes on top.
 */
export const ENGINE_INERTIA: Record<EngineKind, number> = {
  petrol: 0.2,
  'petrol-turbo': 0.22,
  'petrol-supercharged': 0.26,
  'petrol-centrifugal': 0.24,
  diesel: 0.55,
}

/** Kinds of engine by fuel, for speeds at which a power is rated. */
export const FUELS = ['diesel', 'petrol'] as const
export type Fuel = (typeof FUELS)[number]
/** Fuel of an engine kind. */
export const fuelOf = (kind: EngineKind): Fuel => (kind === 'diesel' ? 'diesel' : 'petrol')
