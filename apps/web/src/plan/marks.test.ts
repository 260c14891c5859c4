import type { PlanPoint } from '@plucky/core'
import { marksOf } from './marks.js'

const points = (...powers: number[]) => powers.map((powerW) => ({ powerW })) as unknown as PlanPoint[]
const marks = (targetW: number, ...powers: number[]) => marksOf(points(...powers), targetW).map(({ letter, index }) => letter + index)

describe('the marked points of a plan', () => {
  it('hold the target, the target with 12% margin, and the most possible', () => {
    expect(marks(500, 300, 499, 500, 559, 560, 700)).toEqual(['A2', 'B4', 'C5'])
  })
  it('are fewer if one build is two of them, or none holds the target', () => {
    expect(marks(500, 300, 600)).toEqual(['A1'])
    expect(marks(500, 300, 510)).toEqual(['A1'])
    expect(marks(500, 300, 400)).toEqual(['C1'])
    expect(marks(500)).toEqual([])
  })
})
