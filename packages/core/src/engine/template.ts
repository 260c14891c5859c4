import { toSi } from '../quantity/units.js'
import type { Headline } from './headline.js'

export const ENGINE_KINDS = ['petrol', 'petrol-turbo', 'petrol-supercharged', 'diesel'] as const
export type EngineKind = (typeof ENGINE_KINDS)[number]

/** Usual shape by kind of engine (common practice, no source): speeds in rpm, torque peak over torque at the power peak. */
const SHAPES: Record<EngineKind, { idle: number; torquePeak: number; powerPeak: number; redline: number; torqueOverPower: number }> = {
  petrol: { idle: 850, torquePeak: 4700, powerPeak: 6400, redline: 6800, torqueOverPower: 1.14 },
  'petrol-turbo': { idle: 900, torquePeak: 4600, powerPeak: 6300, redline: 6700, torqueOverPower: 1.1 },
  'petrol-supercharged': { idle: 900, torquePeak: 4000, powerPeak: 6100, redline: 6500, torqueOverPower: 1.15 },
  diesel: { idle: 750, torquePeak: 1900, powerPeak: 2900, redline: 3300, torqueOverPower: 1.25 },
}

/**
 * Headline figures for an engine of which only kind and peak power are known. A first answer, to be replaced by real figures.
 * @example fromSi(headlineFor('petrol-turbo', toSi(840, 'hp')).peakTorqueNm, 'lb-ft') // → 770.31
 */
export function headlineFor(kind: EngineKind, peakPowerW: number): Headline {
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
