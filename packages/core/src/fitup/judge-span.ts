import type { MeasuredInterval } from '../model/reading.js'

/** Between what a thing must lie; open on a side that does not matter. */
export interface Bounds {
  readonly leastM: number | null
  readonly mostM: number | null
}

/** Figures this near are the same: a nanometre, so that 3/8 − 1/4 in is 1/8 in. */
export const SAME_M = 1e-9

export type SpanVerdict =
  | { readonly word: 'fits' }
  /** Out of bounds by so much: below the least, or above the most. */
  | { readonly word: 'refused'; readonly side: 'least' | 'most'; readonly outM: number }
  /** So near a bound that the tool cannot tell. */
  | { readonly word: 'measure-again'; readonly side: 'least' | 'most'; readonly awayM: number }

/**
 * Whether all of a span lies within bounds. What lies nearer to a bound than the tool can be trusted to is neither passed nor refused. A figure
 * without a tool (nothing open) is judged as it stands; exactly at a bound it fits.
 */
export function judgeSpan({ lowM, highM, openM }: MeasuredInterval, { leastM, mostM }: Bounds): SpanVerdict {
  const sides = [
    ...(leastM === null ? [] : [{ side: 'least' as const, insideM: lowM - leastM }]),
    ...(mostM === null ? [] : [{ side: 'most' as const, insideM: mostM - highM }]),
  ]
  const out = sides.filter(({ insideM }) => insideM < -openM - SAME_M).sort((a, b) => a.insideM - b.insideM)[0]
  if (out) return { word: 'refused', side: out.side, outM: -out.insideM }
  const near =
    openM > 0 ? sides.filter(({ insideM }) => Math.abs(insideM) <= openM + SAME_M).sort((a, b) => a.insideM - b.insideM)[0] : undefined
  return near ? { word: 'measure-again', side: near.side, awayM: Math.abs(near.insideM) } : { word: 'fits' }
}
