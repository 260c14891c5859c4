import type { JobContent } from '@plucky/contract'
import { toSi, type PlanPoint } from '@plucky/core'
import { pointFor, usualBuilds } from './draft.js'

const points = [400, 500, 600].map((hp) => ({ powerW: toSi(hp, 'hp') }) as PlanPoint)
const job = { brief: { use: 'drag' } } as JobContent

describe('builds of a quote', () => {
  it('are the marked points of the plan in their order, from good to best', () => {
    const marks = [
      { letter: 'A', words: '', index: 1 },
      { letter: 'C', words: '', index: 2 },
    ] as const
    expect(usualBuilds(job, points, marks).map(({ title, powerW }) => [title, powerW])).toEqual([
      ['Good', points[1]?.powerW],
      ['Best', points[2]?.powerW],
    ])
  })
  it('use the cheapest point that holds their power, or the strongest if none does', () => {
    expect([450, 500, 700].map((hp) => pointFor(points, toSi(hp, 'hp')))).toEqual([points[1], points[1], points[2]])
  })
})
