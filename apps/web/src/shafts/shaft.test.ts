import { crossHoles, sectionAt, shaftIssues, shaftLength, shaftLimits, type ShaftGeometry } from '@plucky/core'
import { demoShop } from '@plucky/demo'
import fc from 'fast-check'
import {
  addGroove,
  addHole,
  addSection,
  dragged,
  gripsOf,
  PLAIN_SHAFT,
  readOf,
  remove,
  removeSection,
  setLength,
  typedAt,
  withOwnHoles,
} from './edit.js'

const shafts = demoShop().shelf.flatMap((part) => (part.kind === 'shaft' ? [part.geometry] : []))
const anyShaft = fc.constantFrom(...shafts)
const share = fc.double({ min: 0, max: 1, noNaN: true })

/** Which section each hole and groove lies in. */
const homes = (shaft: ShaftGeometry) =>
  [...crossHoles(shaft), ...(shaft.grooves ?? [])].map((f) => [f.name, sectionAt(shaft, f.fromFrontM)?.name])

describe('a shaft drawn on the bench', () => {
  it('dragged anywhere by any mark is a valid shaft at full drawing steps', () => {
    fc.assert(
      fc.property(anyShaft, fc.nat(), share, fc.double({ min: 0, max: 0.05, noNaN: true }), (shaft, pick, along, rM) => {
        const grips = gripsOf(shaft)
        const { grip } = grips[pick % grips.length] as (typeof grips)[number]
        const after = dragged(shaft, grip, { xM: along * 1.2 * shaftLength(shaft), rM })
        expect(shaftIssues(after)).toEqual([])
        const { value, teeth } = readOf(after, grip)
        if (after !== shaft)
          expect(teeth ? value % 1 : Math.abs((value / 0.000127) % 1)).toBeCloseTo(teeth ? 0 : Math.round((value / 0.000127) % 1), 6)
      }),
      { numRuns: 300 },
    )
  })

  it('changes length with its sections, and marks to the rear move with their section', () => {
    fc.assert(
      fc.property(anyShaft, fc.nat(), fc.double({ min: 1, max: 3, noNaN: true }), (shaft, pick, by) => {
        const i = pick % shaft.sections.length
        const lengthM = (shaft.sections[i]?.lengthM ?? 0) * by
        const after = setLength(shaft, i, lengthM)
        expect(shaftLength(after) - shaftLength(shaft)).toBeCloseTo(lengthM - (shaft.sections[i]?.lengthM ?? 0), 12)
        expect(homes(after)).toEqual(homes(shaft))
        const more = addSection(shaft, i)
        expect(homes(more)).toEqual(homes(shaft))
        const again = removeSection(more, i + 1)
        expect([again.sections, homes(again)]).toEqual([shaft.sections, homes(shaft)])
      }),
    )
  })

  it('has a figure typed at a mark', () => {
    for (const shaft of shafts.slice(0, 8))
      for (const { grip } of gripsOf(shaft)) {
        const { value, teeth } = readOf(shaft, grip)
        const typed = teeth ? value + 1 : value * 1.01
        expect(readOf(typedAt(shaft, grip, typed), grip)).toEqual({ value: typed, teeth })
      }
  })

  it('keeps the strength of a hole that is added to its list, and gives it its own name', () => {
    const halfWay: ShaftGeometry = {
      ...PLAIN_SHAFT,
      sections: PLAIN_SHAFT.sections.map((s) => ({ ...s, crossHoleDiameterM: 0.004 })),
      holes: [{ name: 'land', fromFrontM: 0.03, diameterM: 0.003 }],
    }
    const own = withOwnHoles(halfWay)
    expect(own.holes?.map(({ name }) => name)).toEqual(['land 2', 'land'])
    const holes = (s: ShaftGeometry) =>
      shaftLimits(s)
        .filter(({ feature }) => feature === 'cross-hole')
        .map(({ torqueNm }) => torqueNm)
        .sort()
    expect(Math.min(...holes(own))).toBe(Math.min(...holes(halfWay)))
  })

  it('from a plain bar: sections, holes and grooves are added and removed one by one', () => {
    const built = addGroove(addHole(addSection(PLAIN_SHAFT, 0), 1), 0)
    expect([built.sections.length, built.holes?.length, built.grooves?.length, shaftIssues(built)]).toEqual([2, 1, 1, []])
    const bare = remove(remove(remove(built, { kind: 'groove', index: 0 }), { kind: 'hole', index: 0 }), { kind: 'section', index: 1 })
    expect({ ...bare, holes: undefined, grooves: undefined }).toEqual({ ...PLAIN_SHAFT, holes: undefined, grooves: undefined })
    expect(remove(PLAIN_SHAFT, { kind: 'section', index: 0 })).toBe(PLAIN_SHAFT)
  })
})
