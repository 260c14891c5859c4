import type { PlanPoint } from '@plucky/core'

/** Share above the target that is called room (common practice, no source). */
const ROOM = 1.12

/** A point of the frontier that answers a usual question. */
export interface Mark {
  readonly letter: 'A' | 'B' | 'C'
  readonly words: string
  readonly index: number
}

/** The builds that hold the target, hold it with room, and hold the most that the transmission can. Those that there are not are left out. */
export function marksOf(points: readonly PlanPoint[], targetW: number): Mark[] {
  const from = (powerW: number) => points.findIndex((point) => point.powerW >= powerW * (1 - 1e-9))
  const all = [
    { letter: 'A' as const, words: 'holds the target', index: from(targetW) },
    { letter: 'B' as const, words: `with ${Math.round((ROOM - 1) * 100)}% to spare`, index: from(targetW * ROOM) },
    { letter: 'C' as const, words: 'the most this transmission holds', index: points.length - 1 },
  ]
  return all.filter(({ index }, i) => index >= 0 && all.findIndex((other) => other.index === index) === i)
}
