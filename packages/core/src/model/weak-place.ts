import type { FaultFrequency } from '../diagnosis/fault-kind.js'
import type { Use } from './brief.js'

/** Kinds of remedies: install a part of the shelf, do an operation, replace the part at the station by another that is not stock, or check it. */
export const REMEDY_KINDS = ['part', 'operation', 'replace', 'check'] as const
export type RemedyKind = (typeof REMEDY_KINDS)[number]

/** A remedy for a weak place. */
export interface Remedy {
  readonly by: RemedyKind
  /** Id of the part or operation. Only for those. */
  readonly itemId?: string
  /** Description of the work and its reason. */
  readonly text: string
}

/** Conditions under which a weak place or a shop standard matters. Without conditions, it always matters. */
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
  /** Failure at the place. */
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
  /** Reason why no repair is possible. Absent if there is a repair. */
  readonly noRepair?: string
  readonly remedies: readonly Remedy[]
}

/** Something that a shop does to every transmission, or to those of some uses and powers. */
export interface ShopStandard extends Conditions {
  readonly id: string
  /** Description of the work. */
  readonly work: string
  readonly why: string
  /** Transmissions to which it applies; all if absent. */
  readonly unitIds?: readonly string[]
  /** Part or operation that it installs. */
  readonly itemId?: string
}
