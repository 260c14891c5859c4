import { bad, fault, good, type Fault, type Result } from '../quantity/fault.js'
import type { EngineCurve } from './curve.js'

/** Headline figures of an engine: both peaks with their speeds, idle and redline. */
export interface Headline {
  readonly peakTorqueNm: number
  readonly peakTorqueSpeedRadPerS: number
  readonly peakPowerW: number
  readonly peakPowerSpeedRadPerS: number
  readonly idleSpeedRadPerS: number
  readonly redlineRadPerS: number
  /** Full-throttle torque at idle; 0.55 of the peak if not known (default, from memory). */
  readonly idleTorqueNm?: number
}

export const IDLE_TORQUE_SHARE = 0.55

/** Faults of headline figures, with what would be allowed. */
export function headlineFaults(h: Headline): Fault[] {
  const faults: Fault[] = []
  const torqueAtPowerPeak = h.peakPowerW / h.peakPowerSpeedRadPerS
  const rises = h.idleSpeedRadPerS < h.peakTorqueSpeedRadPerS && h.peakTorqueSpeedRadPerS < h.peakPowerSpeedRadPerS
  if (!rises || h.peakPowerSpeedRadPerS > h.redlineRadPerS) {
    faults.push(
      fault('headline-speeds-out-of-order', 'peakTorqueSpeedRadPerS', {
        idleRadPerS: h.idleSpeedRadPerS,
        torquePeakRadPerS: h.peakTorqueSpeedRadPerS,
        powerPeakRadPerS: h.peakPowerSpeedRadPerS,
        redlineRadPerS: h.redlineRadPerS,
      }),
    )
    return faults
  }
  const least = leastPeakTorque(h)
  if (!(h.peakTorqueNm > torqueAtPowerPeak) || exponent(h) <= 1)
    faults.push(
      fault('headline-inconsistent', 'peakTorqueNm', {
        peakTorqueNm: h.peakTorqueNm,
        aboveNm: torqueAtPowerPeak,
        belowNm: least,
      }),
    )
  if (h.idleTorqueNm !== undefined && !(h.idleTorqueNm > 0 && h.idleTorqueNm <= h.peakTorqueNm))
    faults.push(fault('idle-torque-out-of-range', 'idleTorqueNm', { idleTorqueNm: h.idleTorqueNm, peakTorqueNm: h.peakTorqueNm }))
  return faults
}

/** The peak torque at which the exponent falls to 1; a larger one cannot keep power rising to its peak. */
function leastPeakTorque(h: Headline): number {
  const tp = h.peakPowerW / h.peakPowerSpeedRadPerS
  return tp + (tp / h.peakPowerSpeedRadPerS) * (h.peakPowerSpeedRadPerS - h.peakTorqueSpeedRadPerS)
}

function exponent(h: Headline): number {
  const tp = h.peakPowerW / h.peakPowerSpeedRadPerS
  return ((tp / h.peakPowerSpeedRadPerS) * (h.peakPowerSpeedRadPerS - h.peakTorqueSpeedRadPerS)) / (h.peakTorqueNm - tp)
}

/**
 * Engine curve from headline figures. Between the peaks T = T_max − (T_max − T_p)·x^β with
 * β = (T_p/ω_p)(ω_p − ω_t)/(T_max − T_p), so that dP/dω = 0 at the power peak: both peaks exact, one power peak.
 * Below the torque peak a parabola to the idle torque; above the power peak the same law carries on to redline.
 * Refused: speeds out of order; T_p ≥ T_max or β ≤ 1 (the figures contradict each other).
 * @example valueOf(curveFromHeadline({ peakTorqueNm: 900, peakTorqueSpeedRadPerS: 400, peakPowerW: 480000, peakPowerSpeedRadPerS: 600, idleSpeedRadPerS: 90, redlineRadPerS: 640 })).torqueNm(600) // → 800
 */
export function curveFromHeadline(h: Headline): Result<EngineCurve> {
  const faults = headlineFaults(h)
  if (faults.length > 0) return bad(...faults)
  const beta = exponent(h)
  const wt = h.peakTorqueSpeedRadPerS
  const drop = h.peakTorqueNm - h.peakPowerW / h.peakPowerSpeedRadPerS
  const rise = h.peakTorqueNm - (h.idleTorqueNm ?? IDLE_TORQUE_SHARE * h.peakTorqueNm)
  return good({
    minSpeedRadPerS: h.idleSpeedRadPerS,
    maxSpeedRadPerS: h.redlineRadPerS,
    peakTorqueNm: h.peakTorqueNm,
    peakTorqueSpeedRadPerS: wt,
    peakPowerW: h.peakPowerW,
    peakPowerSpeedRadPerS: h.peakPowerSpeedRadPerS,
    knotsRadPerS: [h.idleSpeedRadPerS, wt, h.peakPowerSpeedRadPerS, h.redlineRadPerS].filter(
      (w, i, all) => i === 0 || w > (all[i - 1] as number),
    ),
    torqueNm: (w) =>
      w < wt
        ? h.peakTorqueNm - rise * ((wt - w) / (wt - h.idleSpeedRadPerS)) ** 2
        : h.peakTorqueNm - drop * ((w - wt) / (h.peakPowerSpeedRadPerS - wt)) ** beta,
  })
}
