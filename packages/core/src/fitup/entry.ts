import type { HubSpline, Spline } from '../joint/spline.js'
import type { SplineDifference } from '../joint/mating.js'
import { judgeSpan, type Bounds, type SpanVerdict } from './judge-span.js'
import type { FitStage, LinkId, Owner } from './chain-dimensions.js'
import type { Order } from './orders.js'
import type { PatternPair } from './patterns.js'
import { resolutionOf, type Reading, type MeasuredInterval } from '../model/reading.js'
import { finerTool, type FinerTool, type Gauged } from '../model/tool.js'

/** What is said of one entry. */
export type FitVerdict =
  | SpanVerdict
  /** Measured. `differsM` is the difference from nominal, `null` without a nominal value. */
  | { readonly word: 'taken'; readonly differsM: number | null }
  /** Round, and measured at one angle only. */
  | { readonly word: 'second-angle' }
  | { readonly word: 'out-of-round'; readonly outM: number }
  /** By the sheet alone. */
  | { readonly word: 'unmeasured' }
  /** Something has no figure at all. */
  | { readonly word: 'unknown' }
  /** Splines or patterns that do not agree. */
  | { readonly word: 'differs' }

/** How a reading is to be taken again. */
export interface Again extends FinerTool {
  /** What to measure; nothing for the thing itself. */
  readonly linkId: LinkId | null
}

export interface EntryBase {
  readonly id: string
  /** Under which its reading stands in the book: it belongs to the parts that are fitted. */
  readonly key: string
  readonly owner: Owner
  readonly stationId: string | null
  readonly stage: FitStage
  readonly hiddenFrom: FitStage | null
  readonly reading: Reading | null
  readonly verdict: FitVerdict
}

/** A length that is measured, or that others leave between them. */
export interface LengthEntry extends EntryBase {
  readonly kind: 'link' | 'closing' | 'run-out' | 'clearance' | 'pack' | 'hole'
  /** The name that the unit gives a clearance. */
  readonly name: string | null
  readonly gauged: Gauged | null
  readonly bounds: Bounds | null
  readonly roundM: number | null
  /** Lengths that it depends on. */
  readonly terms: readonly LinkId[]
  /** Of those the ones without any figure. */
  readonly missing: readonly LinkId[]
  readonly specifiedM: number | null
  /** What the sheet alone says. */
  readonly specified: SpanVerdict | null
  /** By its own reading, or by those of the lengths that it depends on. */
  readonly measured: MeasuredInterval | null
  /** Of those lengths the ones that are still by the sheet. */
  readonly bySheet: readonly LinkId[]
  readonly again: Again | null
  readonly order: Order | null
}

export interface SplineEntry extends EntryBase {
  readonly kind: 'spline'
  readonly name: string | null
  readonly otherId: string | null
  readonly shaft: Spline & { readonly lengthM: number }
  readonly hub: Omit<HubSpline, 'name' | 'mate'> | null
  readonly differences: readonly SplineDifference[]
}

export interface PatternEntry extends EntryBase {
  readonly kind: 'pattern'
  readonly pair: PatternPair
}

export type FitEntry = LengthEntry | SplineEntry | PatternEntry

/** Out-of-roundness from readings at several angles. The uncertainty is twice that of the tool. `undefined` if round, or with one reading only. */
export function roundness(
  reading: Reading,
  { lowM, highM }: MeasuredInterval,
  mostM: number,
  gauged: Gauged,
): { readonly verdict: FitVerdict; readonly again: Again | null } | undefined {
  if (reading.values.length < 2) return { verdict: { word: 'second-angle' }, again: null }
  const differenceM = highM - lowM
  const judged = judgeSpan({ lowM: differenceM, highM: differenceM, openM: 2 * resolutionOf(reading) }, { leastM: null, mostM })
  if (judged.word === 'fits') return undefined
  if (judged.word === 'refused') return { verdict: { word: 'out-of-round', outM: judged.outM }, again: null }
  return { verdict: judged, again: { linkId: null, ...finerTool(gauged, judged.awayM / 2) } }
}
