import { MOST_COMPARED, toggled } from './builds.js'

describe('builds to compare', () => {
  it('are added and removed, and the last one is replaced when all columns are full', () => {
    const full = ['a', 'b', 'c', 'd']
    expect(full).toHaveLength(MOST_COMPARED)
    expect(toggled(full, 'b')).toEqual(['a', 'c', 'd'])
    expect(toggled(['a'], 'b')).toEqual(['a', 'b'])
    expect(toggled(full, 'e')).toEqual(['a', 'b', 'c', 'e'])
  })
})
