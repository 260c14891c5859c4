import type { FaultFrequency } from '../diagnosis/fault-kind.js'
import type { Use } from './brief.js'

/** What is done about a weak place: a part or an operation of the shelf, any other part at the station, or a check. */
export const REMEDY_KINDS = ['part', 'operation', 'replace', 'check'] as const
export type RemedyKind = (typeof REMEDY_KINDS)[number]

/** A remedy for a weak place. */
export interface Remedy {
  readonly by: RemedyKind
  /** Id of the part or operation. Only for those. */
  readonly itemId?: string
  /** What is done, and why it helps. */
  readonly text: string
}

/** When a weak place or a shop standard matters. Without conditions, it always matters. */
export interface Conditions {
  /** Engine power from which it matters, W. */
  readonly fromPowerW?: number
  readonly uses?: readonly Use[]
}

/** A place of a transmission that is known to fail. */
export interface WeakPlace extends Conditions {
  readonly id: string
  /** Station of the place. Absent for case, pan and cooler. */
  readonly stationId?: string
  readonly place: string
  /** What happens there. */
  readonly failure: string
  readonly sign: string
  readonly cause: string
  readonly often: FaultFrequency
  /** Variants that have the place; all if absent. */
  readonly variants?: readonly string[]
  /** Feature of an installed part with which the place matters. */
  readonly withFeature?: string
  /** Ids of the faults in the diagnosis that this place explains. */
  readonly faults?: readonly string[]
  /** Why it cannot be repaired, if no repair is known. */
  readonly noRepair?: string
  readonly remedies: readonly Remedy[]
}

/** Something that a shop does to every transmission, or to those of some uses and powers. */
export interface ShopStandard extends Conditions {
  readonly id: string
  /** What is done. */
  readonly work: string
  readonly why: string
  /** Transmissions to which it applies; all if absent. */
  readonly unitIds?: readonly string[]
  /** Part or operation that it installs. */
  readonly itemId?: string
}
