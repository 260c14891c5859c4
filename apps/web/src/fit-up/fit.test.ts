import { demoShop } from '@plucky/demo'
import { inputOf, shownIn, type JobContent } from '@plucky/contract'
import { fittedParts, fitUp, toSi, type FitEntry } from '@plucky/core'
import fc from 'fast-check'
import { lengthsOf, setLabels, shownOf, standsOf } from './chain-layout.js'
import { figuresOf, isMeasured, neighbour, readFigure } from './readings.js'

const { jobs, units, catalogue } = demoShop()
const reportOf = (job: JobContent) =>
  fitUp(inputOf(job, units.find(({ id }) => id === job.unitId) as (typeof units)[number], fittedParts(job.spec, catalogue, job.book)))

describe('the drawn chain', () => {
  it('shows every closing with the figures of the text, by drawing and as measured', () => {
    for (const job of jobs) {
      const report = reportOf(job)
      for (const by of ['sheet', 'readings'] as const) {
        const stands = standsOf(lengthsOf(report, by))
        const shown = shownOf(stands, { pilot: 20, crank: 45, pads: 138, body: 140, hub: 24 })
        for (const { id, from, to } of shown) {
          const entry = report.entries.find((each) => each.id === id)
          if (entry?.kind !== 'closing') throw new Error(id)
          // The cover’s swelling is computed and not drawn.
          const swollen = id === 'head-room' ? (report.lengths.get('swelling')?.m ?? 0) : 0
          const saidM =
            by === 'readings' && entry.measured ? (entry.measured.lowM + entry.measured.highM) / 2 : (entry.specifiedM as number)
          expect([id, (to - from) / 1000 - swollen]).toEqual([id, expect.closeTo(saidM, 9)])
        }
      }
    }
  })
  it('labels do not overlap, and stay on the sheet while there is room', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ x: fc.double({ min: -50, max: 1200, noNaN: true }), width: fc.constant(140) }), { maxLength: 7 }),
        (wanted) => {
          const set = setLabels(
            wanted.map((each, of) => ({ ...each, of })),
            1100,
          )
          const at = set.map(({ x }) => x).sort((a, b) => a - b)
          at.forEach((x, i) => expect(x - (at[i - 1] ?? -140)).toBeGreaterThanOrEqual(140 - 1e-9))
          if (at.length > 0) expect([(at[0] as number) >= -1e-9, (at[at.length - 1] as number) <= 960 + 1e-9]).toEqual([true, true])
        },
      ),
    ))
})

describe('entering readings', () => {
  it.each([
    ['0.1254', 'in', 0.1254, 'in'],
    ['3,18', 'mm', 3.18, 'mm'],
    ['0,125', 'in', 0.125, 'in'],
    ['3.18 mm', 'in', 3.18, 'mm'],
    ['3,18 mm', 'in', 3.18, 'mm'],
    ['-0.4', 'in', -0.4, 'in'],
  ] as const)('"%s" typed in %s is %f %s', (text, unit, value, of) => {
    const units = { base: unit === 'mm' ? 'metric' : 'us', except: {} } as const
    expect(shownIn({ units }, () => readFigure(text, 'in'))).toBeCloseTo(toSi(value, of), 12)
  })
  it.each(['wide', '1.2.3', '4 lb-ft', '1,234.5', ''])('"%s" is no length', (text) =>
    expect(typeof readFigure(text, 'in')).not.toBe('number'),
  )
  it('steps through all readings once, in the order of the work, and stops at both ends', () => {
    const { entries } = reportOf(jobs[0] as JobContent)
    const measured = entries.filter(isMeasured)
    const walked: string[] = []
    for (let at = measured[0]?.id ?? '', n = 0; n < measured.length; n++, at = neighbour(entries, at, 1)) walked.push(at)
    expect(walked).toEqual(measured.map(({ id }) => id))
    expect(neighbour(entries, walked[0] as string, -1)).toBe(walked[0])
    expect(neighbour(entries, walked[walked.length - 1] as string, 1)).toBe(walked[walked.length - 1])
    expect(measured.reduce((sum, entry: FitEntry) => sum + figuresOf(entry), 0)).toBeGreaterThanOrEqual(40)
  })
})
