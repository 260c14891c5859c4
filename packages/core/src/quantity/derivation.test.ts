import fc from 'fast-check'
import { derive, fromDerivation, inputValue, measuredHere, solved, type Derivation } from './derivation.js'

const about = { name: 'torque', unit: 'lb-ft', formula: 'F · r', source: 'statics' } as const
const lever = (F: number, r: number) =>
  derive(about, { F: inputValue('force', F, 'N', 'part'), r: inputValue('arm', r, 'in', 'brief') }, (v) => v.F * v.r)

describe('a derivation', () => {
  it('has the value that its formula gives for the inputs listed', () => {
    fc.assert(
      fc.property(fc.double({ noNaN: true, min: -1e6, max: 1e6 }), fc.double({ noNaN: true, min: -10, max: 10 }), (F, r) => {
        const { valueSi, inputs } = lever(F, r)
        expect(valueSi).toBe(F * r)
        expect(inputs.map(({ symbol, valueSi: value }) => [symbol, value])).toEqual([
          ['F', F],
          ['r', r],
        ])
      }),
    )
  })

  it('as an input of another keeps its own', () => {
    const outer = derive({ ...about, formula: '2 · T' }, { T: fromDerivation(lever(100, 0.1)) }, (v) => 2 * v.T)
    expect(outer.valueSi).toBeCloseTo(20, 12)
    expect(outer.inputs[0]).toMatchObject({ symbol: 'T', origin: 'computed', working: { formula: 'F · r' } })
  })

  it('by solving lists the found value among its inputs', () => {
    const root = solved({ ...about, formula: 'x = cos x' }, { start: inputValue('start', 1, null, 'constant') }, 0.739)
    expect(root.valueSi).toBe(0.739)
    expect(root.inputs.map(({ name }) => name)).toEqual(['start', 'found by solving'])
  })

  it('of a used part names the source measured instead of part, at any depth, and no other', () => {
    const deep: Derivation = derive(about, { T: fromDerivation(lever(3, 4)), k: inputValue('factor', 2, null, 'rule') }, (v) => v.T * v.k)
    const origins = (d: Derivation): string[] => d.inputs.flatMap((i) => (i.working ? origins(i.working) : [i.origin]))
    expect(origins(deep)).toEqual(['part', 'brief', 'rule'])
    expect(origins(measuredHere(deep))).toEqual(['measured', 'brief', 'rule'])
    expect(measuredHere(deep).valueSi).toBe(deep.valueSi)
  })
})
