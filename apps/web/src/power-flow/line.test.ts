import { demoShop } from '@plucky/demo'
import fc from 'fast-check'
import { shownIn, toShown } from '@plucky/contract'
import { specAnswer, toSi, type Answer, type Part, type Unit } from '@plucky/core'
import { readTyped } from '../ui/read-typed.js'
import { layoutFlow, linkPath, ROWS, type Column } from './flow-layout.js'
import { greatestTorque, linkTorque, readStations } from './readings.js'
import { toStep } from './steps.js'

const { units, shelf, jobs } = demoShop()
const [unit, job] = [units[0] as Unit, jobs[0] as (typeof jobs)[number]]
const byId = new Map(shelf.map((part) => [part.id, part]))
const fitted = new Map(Object.entries(job.spec.fits).flatMap(([s, id]): [string, Part][] => (id ? [[s, byId.get(id) as Part]] : [])))
const answer = specAnswer({ unit, brief: job.brief, fitted, pressure: job.spec.pressure, rules: job.rules }) as Answer

describe('the band on the strip', () => {
  it.each(answer.cases)('$id: what the case holds and what leaves at the output add up to what comes in', (duty) => {
    const readings = readStations(unit, duty)
    const at = (id: string) => readings.get(id)?.torqueNm ?? NaN
    const held =
      unit.stations
        .filter((s) => s.strip.grounded && s.id !== 'stator-support' && s.kind === 'pack')
        .reduce((sum, s) => sum + at(s.id), 0) + at('low-one-way')
    const sign = duty.kind === 'reverse' ? -1 : 1
    expect(sign * at('output-shaft') - duty.turbine.torqueNm).toBeCloseTo(duty.kind === 'reverse' ? -held : held, 6)
    expect(at('forward-pack') + at('direct-pack')).toBeCloseTo(at('input-shaft'), 6)
  })

  it('is as wide as the torque passed on, and widest at the greatest torque of all cases', () => {
    const duty = answer.cases[0] as Answer['cases'][number]
    const readings = readStations(unit, duty)
    const station = (id: string) => unit.stations.find((s) => s.id === id) as Unit['stations'][number]
    expect(linkTorque(unit, readings, 'flex-plate', station('converter'))).toBe(duty.engine.torqueNm)
    expect(linkTorque(unit, readings, 'main-shaft', station('gear-sets'))).toBe(readings.get('main-shaft')?.torqueNm)
    expect(linkTorque(unit, readings, 'gear-sets', station('low-one-way'))).toBe(readings.get('low-one-way')?.torqueNm)
    expect(greatestTorque(unit, answer)).toBeCloseTo(readings.get('output-shaft')?.torqueNm ?? NaN, 6)
  })

  it('runs through the lockup clutch and past the converter if that is locked, and never through an idle one', () => {
    const fits = new Map(fitted).set('converter', byId.get('conv-258-lock') as Part).set('lockup', byId.get('lockup-three-faces') as Part)
    const locking = specAnswer({ unit, brief: job.brief, fitted: fits, pressure: job.spec.pressure, rules: job.rules }) as Answer
    const station = (id: string) => unit.stations.find((s) => s.id === id) as Unit['stations'][number]
    const through = (caseId: string) => {
      const duty = locking.cases.find((c) => c.id === caseId) as Answer['cases'][number]
      const readings = readStations(unit, duty)
      const links = [
        ['flex-plate', 'lockup'],
        ['lockup', 'turbine-hub'],
        ['flex-plate', 'converter'],
        ['converter', 'turbine-hub'],
      ] as const
      return links.map(([from, to]) => linkTorque(unit, readings, from, station(to)) / duty.turbine.torqueNm)
    }
    expect(through('lockup-3')).toEqual([1, 1, 0, 0])
    const [plate, shaft, converter, turbine] = through('full-3')
    expect([plate, shaft, turbine]).toEqual([0, 0, 1])
    expect(converter).toBeGreaterThan(0.5)
  })

  it('is not drawn without a case', () => {
    expect([...readStations(unit, undefined).values()].some((r) => r.live)).toBe(false)
    expect(greatestTorque(unit, undefined)).toBe(1)
  })
})

const METRIC = { units: { base: 'metric', except: {} } } as const

describe('a tried power', () => {
  it.each([
    ['24 mm', 'in', toSi(24, 'mm')],
    ['0.945', 'in', toSi(0.945, 'in')],
    ['1,200', 'lb-ft', toSi(1200, 'lb-ft')],
    ['−5', 'psi', toSi(-5, 'psi')],
    ['0', 'psi', 0],
    ['12 psi', 'in', '12 psi'],
    ['abc', 'in', 'abc'],
    ['  ', 'in', null],
    ['7', undefined, 7],
    ['.060 in', 'in', toSi(0.06, 'in')],
    // A comma that does not part thousands may be meant for a decimal point: such a figure is not guessed.
    ['8,5', 'psi', '8,5'],
    ['8,5 bar', 'psi', '8,5 bar'],
    ['12,00', 'psi', '12,00'],
    ['1,234,567.5', 'psi', toSi(1234567.5, 'psi')],
  ] as const)('%s in a field of %s', (text, unitName, expected) => {
    const value = readTyped(text, unitName)
    if (typeof expected === 'number') expect(value).toBeCloseTo(expected, 12)
    else expect(value).toBe(expected)
  })

  it.each([
    ['24', 'in', toSi(24, 'mm')],
    ['0.945 in', 'in', toSi(0.945, 'in')],
    ['8.5', 'psi', toSi(8.5, 'bar')],
    ['128 psi', 'psi', toSi(128, 'psi')],
    ['90', '°F', toSi(90, '°C')],
    ['24 DP', 'mm module', toSi(24, 'DP')],
  ] as const)('with metric units %s in a field of %s', (text, unitName, expected) => {
    expect(shownIn(METRIC, () => readTyped(text, unitName))).toBeCloseTo(expected, 9)
  })

  it('changes by tens of the shown unit and stays above zero', () => {
    const steps = () => [toStep(843), toStep(-50)].map((w) => Math.round(toShown(w, 'hp')))
    expect([steps(), shownIn(METRIC, steps)]).toEqual([
      [840, 20],
      [840, 20],
    ])
    expect(toStep(840)).toBeCloseTo(toSi(840, 'hp'), 6)
    expect(shownIn(METRIC, () => toStep(840))).toBeCloseTo(toSi(840, 'kW'), 6)
  })
})

describe('the columns', () => {
  const anyLayout = fc.record({
    of: fc.constantFrom(...units),
    width: fc.integer({ min: 320, max: 2200 }),
    order: fc.constantFrom('path' as const, 'weakest' as const),
  })

  it('have one place per station, and fill the width unless they would be too narrow to read', () => {
    fc.assert(
      fc.property(anyLayout, ({ of, width, order }) => {
        const layout = layoutFlow(of, [], width, order)
        expect(layout.columns.map(({ station }) => station.id).sort()).toEqual(of.stations.map(({ id }) => id).sort())
        layout.columns.forEach((column, i) => {
          const before = layout.columns[i - 1]
          if (before) expect(column.x - column.width / 2).toBeCloseTo(before.x + before.width / 2, 6)
          expect(column.width).toBeGreaterThanOrEqual(33.99)
        })
        expect(layout.width).toBeGreaterThanOrEqual(width - 0.01)
      }),
      { numRuns: 80 },
    )
  })

  it('by power held begin with the weakest, then those without a limit, then those without torque', () => {
    const ids = layoutFlow(unit, answer.stations, 1230, 'weakest').columns.map(({ station }) => station.id)
    expect(ids.slice(0, answer.breakingOrder.length)).toEqual(answer.breakingOrder)
    const idle = ['converter-bolts', 'crank-bolts', 'lockup', 'motor-plate', 'pilot', 'pump', 'valves'] // the converter of this job has no lockup
    expect(ids.slice(-idle.length).sort()).toEqual(idle)
  })

  it('are joined along the shaft line, or on the track past a member without torque', () => {
    const columnsOf = (of: Unit) => layoutFlow(of, [], 1230, 'path').columns
    const path = (of: Unit, from: string, to: string) => {
      const columns = columnsOf(of)
      const column = (id: string) => columns.find(({ station }) => station.id === id) as Column
      return linkPath(column(from), column(to), columns)
    }
    expect(path(unit, 'turbine-hub', 'input-shaft')).toMatch(new RegExp(`^M[\\d.]+,${ROWS.axis} H[\\d.]+$`))
    const six = units.find(({ id }) => id === 'hornbeam-6') as Unit
    expect(path(six, 'input-shaft', 'upper-pack')).toContain(`V${ROWS.track}`)
    for (const of of units)
      for (const to of of.stations) for (const from of to.strip.from) expect(path(of, from, to.id)).not.toMatch(/NaN|undefined/)
  })
})
