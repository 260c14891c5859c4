import { quantity, USE_WORDS, type DraftBuild, type JobContent } from '@plucky/contract'
import type { PlanPoint } from '@plucky/core'
import type { Mark } from '../plan/marks.js'

const TITLES: Record<Mark['letter'], string> = { A: 'Good', B: 'Better', C: 'Best' }

const PURPOSES: Record<Mark['letter'], (use: string, powerW: number) => string> = {
  A: (use, powerW) => `For ${use} at this engine’s power; holds ${quantity(powerW, 'hp')}.`,
  B: (_, powerW) => `Room for more power later, up to ${quantity(powerW, 'hp')}.`,
  C: () => 'The most that this transmission holds.',
}

/** Builds of a quote without a draft: the marked points of the parts plan. */
export function usualBuilds({ brief }: JobContent, points: readonly PlanPoint[], marks: readonly Mark[]): DraftBuild[] {
  return marks.flatMap(({ letter, index }): DraftBuild[] => {
    const point = points[index]
    return point ? [{ title: TITLES[letter], purpose: PURPOSES[letter](USE_WORDS[brief.use], point.powerW), powerW: point.powerW }] : []
  })
}

/** Relative tolerance of a power that was rounded when it was stored. */
const SAME = 1e-6

/** The cheapest point that holds a power. The strongest if none does. */
export const pointFor = (points: readonly PlanPoint[], powerW: number): PlanPoint | undefined =>
  points.find((point) => point.powerW >= powerW * (1 - SAME)) ?? points.at(-1)
