import { certain } from '../numeric/certain.js'
import { bad, issue, good, type Result } from '../quantity/issue.js'
import { toSi } from '../quantity/units.js'
import type { EngineKind } from './template.js'

/** Correction of dyno figures: as measured, or already corrected for the air. */
export const CORRECTIONS = ['none', 'j1349', 'older', 'observed', 'factor'] as const
export type Correction = (typeof CORRECTIONS)[number]

/** The air that an engine breathed on the dyno. */
export interface Air {
  readonly barometerPa: number
  readonly temperatureK: number
  /** Relative, 0 to 1. */
  readonly humidity: number
}

/** Conditions of a measured curve. The brief keeps the figures as entered. */
export interface Measurement {
  readonly at: 'flywheel' | 'wheels'
  /** Share of the flywheel's torque that is lost on the way to the wheels; stated with figures taken there. */
  readonly lossShare?: number
  readonly correction: Correction
  /** With "observed": the air that it ran in. */
  readonly air?: Air
  /** With "factor": what the sheet says it was multiplied by; that is taken out again. */
  readonly factor?: number
  /** The file that it came from. */
  readonly from?: string
}

/** Standard air of SAE J1349: 99 kPa dry, 25 °C. */
export const J1349_AIR = { dryPa: toSi(99, 'kPa'), temperatureK: toSi(25, '°C') } as const

/** Corrections outside this span are not made (SAE J1349, from memory). */
export const J1349_SPAN = { least: 0.93, most: 1.07 } as const

/**
 * Pressure of saturated water vapour in Pa, −40 to 50 °C (Magnus form with the coefficients of Alduchov & Eskridge 1996, from memory).
 * @example vapourPressure(toSi(25, '°C')) // → 3162
 */
export function vapourPressure(temperatureK: number): number {
  const celsius = temperatureK - 273.15
  return 610.94 * Math.exp((17.625 * celsius) / (celsius + 243.04))
}

/** Pressure of the dry part of the air, Pa. Source: Dalton. */
export const dryPressure = (air: Air): number => air.barometerPa - air.humidity * vapourPressure(air.temperatureK)

/**
 * Factor from observed to corrected torque of a naturally aspirated spark engine: 1.176·(990/p_d)·√(T/298) − 0.176, p_d in hPa
 * (SAE J1349, from memory). Never for boosted engines or diesels.
 * @example j1349Factor(toSi(99, 'kPa'), 298) // → 1.000
 * @example j1349Factor(toSi(95, 'kPa'), 308) // → 1.0699
 */
export function j1349Factor(dryPa: number, temperatureK: number): number {
  return 1.176 * (J1349_AIR.dryPa / dryPa) * Math.sqrt(temperatureK / 298) - 0.176
}

/**
 * What a figure by the older convention (60 °F, 29.92 inHg, dry) reads over one by SAE J1349, both by p·√T: about 4 %
 * (common practice; here from the two standard airs).
 * @example OLDER_OVER_J1349 // → 1.040
 */
export const OLDER_OVER_J1349 = (toSi(29.92, 'inHg') / J1349_AIR.dryPa) * Math.sqrt(J1349_AIR.temperatureK / toSi(60, '°F'))

const naturallyAspirated = (kind: EngineKind) => kind === 'petrol'

/**
 * What entered torque is multiplied by to give torque at the flywheel in standard air; refused where the correction is not for this
 * kind of engine or goes beyond its span, or where what it needs is not said.
 * Source: SAE J1349 and common practice.
 * @example valueOf(flywheelFactor({ at: 'wheels', lossShare: 0.16, correction: 'older' }, 'petrol')) // → 1.1446
 */
export function flywheelFactor(measured: Measurement, kind: EngineKind): Result<number> {
  const { at, lossShare, correction, air, factor } = measured
  if (at === 'wheels' && lossShare === undefined) return bad(issue('loss-not-stated', 'measured.lossShare'))
  const onFlywheel = at === 'wheels' ? 1 / (1 - certain(lossShare)) : 1
  switch (correction) {
    case 'none':
    case 'j1349':
      return good(onFlywheel)
    case 'older':
      return naturallyAspirated(kind) ? good(onFlywheel / OLDER_OVER_J1349) : bad(issue('correction-not-for-kind', 'measured.correction'))
    case 'factor':
      return factor === undefined ? bad(issue('factor-not-stated', 'measured.factor')) : good(onFlywheel / factor)
    case 'observed': {
      if (!naturallyAspirated(kind)) return bad(issue('correction-not-for-kind', 'measured.correction'))
      if (!air) return bad(issue('air-not-stated', 'measured.air'))
      const cf = j1349Factor(dryPressure(air), air.temperatureK)
      return cf >= J1349_SPAN.least && cf <= J1349_SPAN.most
        ? good(onFlywheel * cf)
        : bad(issue('correction-too-large', 'measured.air', { factor: cf, ...J1349_SPAN }))
    }
  }
}
