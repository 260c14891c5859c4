import { checkShape, inputOf, KnobsDto, shownDigits, shownIn, toShown, UNIT_SYSTEMS } from '@plucky/contract'
import { fittedParts, oilCircuit, type OilCircuit, type Unit } from '@plucky/core'
import { demoShop } from '@plucky/demo'
import fc from 'fast-check'
import { atSlider, knobRows, withKnob, type KnobRow } from './knobs.js'

const { jobs, units, catalogue } = demoShop()
const unitOf = (id: string) => units.find((unit) => unit.id === id) as Unit
const circuits = jobs.flatMap((job): OilCircuit[] => {
  const circuit = oilCircuit(inputOf(job, unitOf(job.unitId), fittedParts(job.spec, catalogue, job.book)))
  return circuit ? [circuit] : []
})
const anyRow = fc
  .record({ circuit: fc.constantFrom(...circuits), base: fc.constantFrom(...UNIT_SYSTEMS), n: fc.nat() })
  .map(({ circuit, base, n }) => ({ circuit, units: { base, except: {} }, n }))
const rowOf = ({ pump, valves }: OilCircuit, n: number): KnobRow => {
  const rows = knobRows(pump, valves)
  return rows[n % rows.length] as KnobRow
}

describe('the sliders of the oil circuit, in any units', () => {
  it('contain the installed value, and both ends can be saved', () => {
    expect(circuits.length).toBeGreaterThan(4)
    fc.assert(
      fc.property(anyRow, ({ circuit, units, n }) =>
        shownIn({ units }, () => {
          const row = rowOf(circuit, n)
          const at = toShown(row.fitted, row.unit)
          expect([row.from <= at, at <= row.to, row.step > 0, row.from < row.to]).toEqual([true, true, true, true])
          for (const end of [row.from, row.to]) {
            const checked = checkShape(KnobsDto, { [row.key]: atSlider(row, end) })
            expect(checked.ok ? [] : checked.problems.map(({ sentence }) => sentence)).toEqual([])
          }
        }),
      ),
    )
  })

  it('have their value to the last digit shown, and one step changes it by one step', () => {
    fc.assert(
      fc.property(anyRow, fc.double({ min: 0, max: 1, noNaN: true }), ({ circuit, units, n }, share) =>
        shownIn({ units }, () => {
          const row = rowOf(circuit, n)
          const shown = row.from + share * (row.to - row.from)
          const half = 0.5 * 10 ** -shownDigits(row.unit, row.digits)
          expect(Math.abs(toShown(atSlider(row, shown), row.unit) - shown)).toBeLessThanOrEqual(half * (1 + 1e-9))
          expect(atSlider(row, shown + row.step)).toBeGreaterThan(atSlider(row, shown))
        }),
      ),
    )
  })
})

it('an adjustment is kept with the others, and reverting it removes it', () => {
  const pressure = { drivePa: 1, reversePa: 2 }
  const turned = withKnob(withKnob(pressure, 'reliefShimM', 0.001), 'springShimM', 0.002)
  expect(turned.knobs).toEqual({ reliefShimM: 0.001, springShimM: 0.002 })
  expect(withKnob(turned, 'springShimM', null).knobs).toEqual({ reliefShimM: 0.001 })
  expect(withKnob(withKnob(turned, 'springShimM', null), 'reliefShimM', null)).toEqual(pressure)
})
