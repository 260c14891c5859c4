import type { FitEntry } from '../fitup/entry.js'
import type { PowerHeld } from '../judge/power-held.js'
import type { WantedStall } from '../judge/stall-target.js'
import type { CertificateVerdict } from '../parts/flex-plate/certificate.js'
import type { Plate, StackWrong } from '../parts/pack/stack.js'
import type { Place } from '../parts/place.js'

/** Something that power held does not show: pressure above a part's maximum, a part turned faster than it may, a range without drive. */
export interface Finding {
  readonly code:
    | 'pressure-above-maximum'
    | 'pressure-above-case'
    | 'relief-opens'
    | 'pump-falls-short'
    | 'valves-not-fitted'
    | 'gauge-above-valves'
    | 'lockup-above-line'
    | 'strut-above-maximum'
    | 'stack-wrong'
    | 'speed-above-maximum'
    | 'range-not-driven'
    | 'one-way-unfit'
    | 'boost-never-on-the-brake'
    | 'boost-never'
    | 'stalls-at-idle'
    | 'stalls-at-redline'
    | 'usual-converter'
    | 'lockup-leans-outward'
    | 'lockup-leans-inward'
    | 'lockup-above-known'
    | 'damper-bottoms'
    | 'lockup-slip-unfit'
    | 'softer-than-its-steel'
    | 'does-not-fit'
    | 'bolts-above-proof'
    | 'spin-above-test'
    | 'certificate-wanting'
    | 'shift-burns'
    | 'shift-energy'
    | 'shift-temperature'
    | 'shift-power'
    | 'life-short'
  readonly stationId: string | null
  readonly rangeId: string | null
  readonly value: number
  readonly limit: number
  /** Target stall, if the answer assumes one. */
  readonly wanted?: WantedStall
  /** Resonance with a solid plate instead of the damper. Undefined if input shaft or cylinder count is unknown. */
  readonly solidRadPerS?: number
  /** Range shifted from, for an upshift that is too hot. */
  readonly fromRangeId?: string
  /** Place that does not last as long as the use needs. */
  readonly place?: Place
  /** Power at the limit of heat or life. */
  readonly held?: PowerHeld
  /** Fit-up entry that is out of limits. */
  readonly fit?: FitEntry
  /** Verdict on the flex plate certificate. */
  readonly certificate?: CertificateVerdict
  /** Error in a plate stack, and the plates it concerns. */
  readonly stack?: { readonly wrong: StackWrong; readonly plates: readonly Plate[] }
}
