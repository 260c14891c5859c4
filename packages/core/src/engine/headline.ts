import { numberAt } from '../numeric/certain.js'
import { bad, issue, good, type Issue, type Result } from '../quantity/issue.js'
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

/** Share of the power peak's speed at which a curve ends whatever its redline: straight on, torque would be gone at twice that speed. */
const LAST_SPEED = 1.98

/** Faults of headline figures, with what would be allowed. */
export function headlineIssues(h: Headline): Issue[] {
  const issues: Issue[] = []
  const torqueAtPowerPeak = h.peakPowerW / h.peakPowerSpeedRadPerS
  const rises = h.idleSpeedRadPerS < h.peakTorqueSpeedRadPerS && h.peakTorqueSpeedRadPerS < h.peakPowerSpeedRadPerS
  if (!rises || h.peakPowerSpeedRadPerS > h.redlineRadPerS) {
    issues.push(
      issue('headline-speeds-out-of-order', 'peakTorqueSpeedRadPerS', {
        idleRadPerS: h.idleSpeedRadPerS,
        torquePeakRadPerS: h.peakTorqueSpeedRadPerS,
        powerPeakRadPerS: h.peakPowerSpeedRadPerS,
        redlineRadPerS: h.redlineRadPerS,
      }),
    )
    return issues
  }
  const most = h.peakPowerW / h.peakTorqueSpeedRadPerS
  if (!(h.peakTorqueNm > torqueAtPowerPeak && h.peakTorqueNm < most))
    issues.push(
      issue('headline-inconsistent', 'peakTorqueNm', {
        peakTorqueNm: h.peakTorqueNm,
        aboveNm: torqueAtPowerPeak,
        belowNm: most,
      }),
    )
  if (h.idleTorqueNm !== undefined && !(h.idleTorqueNm > 0 && h.idleTorqueNm <= h.peakTorqueNm))
    issues.push(issue('idle-torque-out-of-range', 'idleTorqueNm', { peakTorqueNm: h.peakTorqueNm }))
  return issues
}

function exponent(h: Headline): number {
  const tp = h.peakPowerW / h.peakPowerSpeedRadPerS
  return ((tp / h.peakPowerSpeedRadPerS) * (h.peakPowerSpeedRadPerS - h.peakTorqueSpeedRadPerS)) / (h.peakTorqueNm - tp)
}

/**
 * Engine curve from headline figures. Between the peaks T = T_max − (T_max − T_p)·x^β, x = (ω − ω_t)/(ω_p − ω_t), with
 * β = (T_p/ω_p)(ω_p − ω_t)/(T_max − T_p), so that dP/dω = 0 at the power peak. β ≤ 1 would put power above its peak on the way (flat
 * torque, as of a diesel): there the power is given, P = P_max − (P_max − T_max·ω_t)·(1 − x)^γ with γ = T_max(ω_p − ω_t)/(P_max − T_max·ω_t).
 * P is concave with P′(ω_t) = T_max, so torque falls from ω_t on, and both peaks are exact in either form.
 * Below the torque peak a parabola to the idle torque. Above the power peak a straight fall with the slope that both laws have there, −T_p/ω_p
 * (7/10 of T_p at 1.3·ω_p; real engines lose 5–15 % of torque in the next 10 % of speed, from memory): the law itself would fall off a cliff
 * where torque is flat and β large. The curve ends at redline, or before torque is gone.
 * Refused: speeds out of order; T_p ≥ T_max; power at the torque peak at or above P_max. Source: none (both laws derived here).
 * @example valueOf(curveFromHeadline({ peakTorqueNm: 900, peakTorqueSpeedRadPerS: 400, peakPowerW: 480000, peakPowerSpeedRadPerS: 600, idleSpeedRadPerS: 90, redlineRadPerS: 640 })).torqueNm(600) // → 800
 */
export function curveFromHeadline(h: Headline): Result<EngineCurve> {
  const issues = headlineIssues(h)
  if (issues.length > 0) return bad(...issues)
  const wt = h.peakTorqueSpeedRadPerS
  const rise = h.peakTorqueNm - (h.idleTorqueNm ?? IDLE_TORQUE_SHARE * h.peakTorqueNm)
  const between = exponent(h) > 1 ? torqueLaw(h) : powerLaw(h)
  const wp = h.peakPowerSpeedRadPerS
  const end = Math.min(h.redlineRadPerS, LAST_SPEED * wp)
  // With the slope that both laws have at the power peak, −T_p/ω_p: power falls gently from there.
  const beyond = (w: number) => (h.peakPowerW / wp) * (2 - w / wp)
  return good({
    minSpeedRadPerS: h.idleSpeedRadPerS,
    maxSpeedRadPerS: end,
    peakTorqueNm: h.peakTorqueNm,
    peakTorqueSpeedRadPerS: wt,
    peakPowerW: h.peakPowerW,
    peakPowerSpeedRadPerS: h.peakPowerSpeedRadPerS,
    knotsRadPerS: [h.idleSpeedRadPerS, wt, h.peakPowerSpeedRadPerS, end].filter((w, i, all) => i === 0 || w > numberAt(all, i - 1)),
    torqueNm: (w) => (w < wt ? h.peakTorqueNm - rise * ((wt - w) / (wt - h.idleSpeedRadPerS)) ** 2 : w <= wp ? between(w) : beyond(w)),
  })
}

/** Torque from its peak on as a power of the way to the power peak; for β above 1. */
function torqueLaw(h: Headline): (speedRadPerS: number) => number {
  const [wt, beta] = [h.peakTorqueSpeedRadPerS, exponent(h)]
  const drop = h.peakTorqueNm - h.peakPowerW / h.peakPowerSpeedRadPerS
  return (w) => h.peakTorqueNm - drop * ((w - wt) / (h.peakPowerSpeedRadPerS - wt)) ** beta
}

/** Power from the torque peak on, flattening into its own peak. */
function powerLaw(h: Headline): (speedRadPerS: number) => number {
  const [wt, span] = [h.peakTorqueSpeedRadPerS, h.peakPowerSpeedRadPerS - h.peakTorqueSpeedRadPerS]
  const gain = h.peakPowerW - h.peakTorqueNm * wt
  const gamma = (h.peakTorqueNm * span) / gain
  return (w) => (h.peakPowerW - gain * (1 - (w - wt) / span) ** gamma) / w
}
