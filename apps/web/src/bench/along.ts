import { placeName } from '@plucky/contract'
import { placeKey, type StationVerdict } from '@plucky/core'
import type { Dimension, Drawing } from '../parts/drawing.js'
import type { Frame } from './frame.js'

/** A label along the outline. `level` is its text line, counted from the outline, so that labels do not overlap. */
export interface AlongText {
  readonly name: string
  readonly text: string
  readonly weak: boolean
  readonly at: { readonly x: number; readonly y: number }
  readonly x: number
  readonly level: number
}

export const ALONG_LINE = 17
const LETTER = 6.2

/** Position and label of the weakest point. `undefined` if the drawing has no position for it. */
export function weakPlace(drawing: Drawing, verdict: StationVerdict | undefined): { x: number; y: number; words: string } | undefined {
  const place = verdict?.decides ? drawing.places[placeKey(verdict.decides.limit.place)] : undefined
  return place && verdict?.decides ? { ...place, words: `weakest point: ${placeName(verdict.decides.limit.place)}` } : undefined
}

/** Labels of dimensions and weakest point with their text lines. Empty if the dimensions have no positions. */
export function alongTexts(drawing: Drawing, shown: readonly Dimension[], verdict: StationVerdict | undefined, frame: Frame): AlongText[] {
  const weak = weakPlace(drawing, verdict)
  const texts = shown.flatMap(({ name, text, at }) => (at ? [{ name, text, at, weak: false }] : []))
  if (texts.length === 0 && shown.length > 0) return []
  const items = [...texts, ...(weak ? [{ name: 'weak', text: weak.words, at: weak, weak: true }] : [])]
  return items.reduce<(AlongText & { half: number })[]>((done, item) => {
    const half = (item.text.length * LETTER) / 2
    const x = Math.min(Math.max(frame.left + item.at.x * frame.scale, half + 2), frame.width - half - 2)
    const taken = (level: number) => done.some((o) => o.level === level && Math.abs(o.x - x) < o.half + half + 4)
    let level = item.weak ? 1 : 0
    while (taken(level)) level++
    return [...done, { ...item, x, half, level }]
  }, [])
}
