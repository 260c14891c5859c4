import type { PlanPoint } from '@plucky/core'

/** Power of mark B relative to the target. Source: none (common practice). */
const ROOM = 1.12

/** A marked point of the frontier. */
export interface Mark {
  readonly letter: 'A' | 'B' | 'C'
  readonly words: string
  readonly index: number
}

/** Marks the first build that holds the target, the first with room, and the strongest. A mark is left out if no build qualifies or another mark has the same build. */
export function marksOf(points: readonly PlanPoint[], targetW: number): Mark[] {
  const from = (powerW: number) => points.findIndex((point) => point.powerW >= powerW * (1 - 1e-9))
  const all = [
    { letter: 'A' as const, words: 'holds the target', index: from(targetW) },
    { letter: 'B' as const, words: `with ${Math.round((ROOM - 1) * 100)}% to spare`, index: from(targetW * ROOM) },
    { letter: 'C' as const, words: 'the most this transmission holds', index: points.length - 1 },
  ]
  return all.filter(({ index }, i) => index >= 0 && all.findIndex((other) => other.index === index) === i)
}
