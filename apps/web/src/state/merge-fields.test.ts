import fc from 'fast-check'
import { mergedFields } from './merge-fields.js'

/** Objects of up to two levels with few keys, so that changes meet. */
const leaf = fc.oneof(fc.integer({ min: 0, max: 3 }), fc.constant(null), fc.array(fc.integer({ min: 0, max: 2 }), { maxLength: 2 }))
const plain = { noNullPrototype: true }
const inner = fc.dictionary(fc.constantFrom('x', 'y'), leaf, plain)
const fields = fc.dictionary(fc.constantFrom('a', 'b', 'c'), fc.oneof(leaf, inner), plain)
type Fields = Record<string, unknown>

describe('two changes of one value', () => {
  it('are merged field by field', () => {
    const base = { name: 'one', brief: { use: 'street', weight: 1 }, fits: { input: 'a', output: 'b' } }
    const mine = { ...base, brief: { use: 'street', weight: 2 }, fits: { input: 'a' } }
    const theirs = { ...base, name: 'two', brief: { use: 'drag', weight: 1 }, fits: { input: 'c', output: 'b', main: 'd' } }
    expect(mergedFields<object>(base, mine, theirs)).toEqual({
      value: { name: 'two', brief: { use: 'drag', weight: 2 }, fits: { input: 'c', main: 'd' } },
      conflicts: [],
    })
  })
  it('of the same field are a conflict with both values, and the own value is kept', () => {
    expect(mergedFields({ a: { b: 1 } }, { a: { b: 2 } }, { a: { b: 3 } })).toEqual({
      value: { a: { b: 2 } },
      conflicts: [{ path: 'a.b', mine: 2, theirs: 3 }],
    })
  })
  it('are not mixed if one side changed the kind of the value', () => {
    const { conflicts } = mergedFields<object>({ at: { kind: 'a', x: 1 } }, { at: { kind: 'b', y: 1 } }, { at: { kind: 'a', x: 2 } })
    expect(conflicts.map(({ path }) => path)).toEqual(['at'])
  })
  it('lose nothing: each side alone gives that side, the order does not matter, and merging again changes nothing', () => {
    fc.assert(
      fc.property(fields, fields, fields, (base: Fields, mine: Fields, theirs: Fields) => {
        expect(mergedFields(base, mine, base)).toEqual({ value: mine, conflicts: [] })
        expect(mergedFields(base, base, theirs)).toEqual({ value: theirs, conflicts: [] })
        const [one, other] = [mergedFields(base, mine, theirs), mergedFields(base, theirs, mine)]
        expect(one.conflicts.map(({ path }) => path).sort()).toEqual(other.conflicts.map(({ path }) => path).sort())
        if (one.conflicts.length === 0) {
          expect(one.value).toEqual(other.value)
          expect(mergedFields(theirs, one.value, theirs).value).toEqual(one.value)
        }
      }),
      { numRuns: 500 },
    )
  })
})
