import { lazily } from './lazily.js'

describe('properties made on first access', () => {
  it('are made once, only if read, also if undefined', () => {
    const made = { heavy: jest.fn(() => ({ value: 1 })), nothing: jest.fn(() => undefined), unused: jest.fn(() => 3) }
    const object = lazily({ plain: 0 }, made)
    expect(made.heavy).not.toHaveBeenCalled()
    expect([object.heavy, object.heavy, object.nothing, object.nothing]).toEqual([{ value: 1 }, { value: 1 }, undefined, undefined])
    expect(object.heavy).toBe(object.heavy)
    expect([made.heavy, made.nothing, made.unused].map((make) => make.mock.calls.length)).toEqual([1, 1, 0])
  })
  it('are seen by everything that reads the object, in the order in which they were named', () => {
    const object = lazily({ a: 1 }, { b: () => 2, c: () => 3 })
    expect(Object.keys(object)).toEqual(['a', 'b', 'c'])
    expect(JSON.stringify(object)).toBe('{"a":1,"b":2,"c":3}')
  })
  it('that fail are tried again', () => {
    let calls = 0
    const object = lazily(
      {},
      {
        figure: () => {
          if (++calls === 1) throw new Error('not yet')
          return 7
        },
      },
    )
    expect(() => object.figure).toThrow('not yet')
    expect(object.figure).toBe(7)
  })
})
