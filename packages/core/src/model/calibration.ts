import type { LockupOil } from '../parts/lockup/lockup-clutch.js'
import { toSi } from '../quantity/units.js'
import type { PumpGeometry } from '../parts/pump/pump.js'
import type { ValvesGeometry } from '../parts/valves/line-pressure.js'

/** Figures of the valves that make the pressure that is commanded. */
export const REGULATOR_KNOBS = [
  'springRateNPerM',
  'springCompressionM',
  'springShimM',
  'boostDiameterM',
  'reverseDiameterM',
  'signalIdlePa',
  'signalFullPa',
] as const satisfies readonly (keyof ValvesGeometry)[]

/** Figures of pump and valves that a builder turns by spring, shim, valve or setting. */
export const KNOBS = [
  ...REGULATOR_KNOBS,
  'reliefRateNPerM',
  'reliefShimM',
  'converterLimitPa',
] as const satisfies readonly (keyof ValvesGeometry)[]
export const PUMP_KNOBS = ['displacementM3', 'sideClearanceM'] as const satisfies readonly (keyof PumpGeometry)[]

export type Knob = (typeof KNOBS)[number] | (typeof PUMP_KNOBS)[number]

/** Source of line pressure: a gauge reading, or the installed valves and springs. */
export const PRESSURE_SOURCES = ['gauge', 'valves'] as const
export type PressureSource = (typeof PRESSURE_SOURCES)[number]

export interface PressureCalibration {
  /** Line pressure at full throttle in the forward ranges, and in reverse, by the gauge. */
  readonly drivePa: number
  readonly reversePa: number
  /** At the lockup piston; line pressure where not said. */
  readonly lockupApplyPa?: number
  /** On the release side while applied; 10 psi where not said (default), 0 where it is led to the pump's intake. */
  readonly lockupReleasePa?: number
  /** Default: by the gauge. */
  readonly by?: PressureSource
  /** Turned by hand: these stand in the place of the figures of pump and valves that are fitted. */
  readonly knobs?: Readonly<Partial<Record<Knob, number>>>
  /** Oil in the sump, hot and cold; usual where not said. */
  readonly hotOilK?: number
  readonly coldOilK?: number
}

/** Highest gauge figures that a job takes (common practice, no source). */
export const GAUGE_MOST_PSI = { drive: 400, reverse: 500 } as const

export const RELEASE_PA = toSi(10, 'psi')

/** Oil after hard work, and in the morning (common practice, no source). */
export const HOT_OIL_K = toSi(250, '°F')
export const COLD_OIL_K = toSi(85, '°F')

/**
 * Pressure on both sides of the lockup piston, at a line pressure: what is set for it, but never above line, from which it is fed, nor above
 * what clutch and converter bear.
 */
export const lockupOil = ({ lockupApplyPa, lockupReleasePa }: PressureCalibration, linePa: number, mostPa = Infinity): LockupOil => ({
  applyPa: Math.min(lockupApplyPa ?? linePa, linePa, mostPa),
  releasePa: lockupReleasePa ?? RELEASE_PA,
})
