import type { JobContent } from '@plucky/contract'
import {
  drumState,
  oilOf,
  packCapacity,
  sideBySide,
  solveTrain,
  takesFirst,
  deriveMargin,
  type Answer,
  type Part,
  type Unit,
} from '@plucky/core'
import { demoShop } from './index.js'
import { answered, specInput } from './testing.js'

const { jobs, lookup } = demoShop()
const van = jobs.find(({ unitId }) => unitId === 'medlar-4') as JobContent
const unit = lookup.unit('medlar-4') as Unit
const caseOf = (answer: Answer, stationId: string, caseId: string) =>
  answer.stations.find((station) => station.stationId === stationId)?.cases.find((each) => each.caseId === caseId)

describe('a clutch parallel to a one-way clutch', () => {
  it('has all of the torque, as the one-way clutch has, never half and half', () => {
    expect([...sideBySide(unit.train)]).toEqual([
      ['low one-way', 'low-reverse band'],
      ['low-reverse band', 'low one-way'],
      ['overdrive one-way', 'overdrive clutch'],
      ['overdrive clutch', 'overdrive one-way'],
    ])
    // Direct drive of the overdrive set: its sun is held to the carrier, ring is output; ρ/(1 + ρ) of what goes through stays on the sun.
    const [first, fourth] = ['1', '4'].map((id) => solveTrain(unit.train).get(id)) as [
      NonNullable<ReturnType<ReturnType<typeof solveTrain>['get']>>,
      NonNullable<ReturnType<ReturnType<typeof solveTrain>['get']>>,
    ]
    const sun = Math.abs(first.setTorques['overdrive set']?.sun ?? 0)
    expect(Math.abs(first.torques['overdrive one-way'] ?? 0)).toBeCloseTo(sun, 9)
    expect(Math.abs(first.torques['overdrive clutch'] ?? 0)).toBeCloseTo(sun, 9)
    expect(fourth.torques['overdrive clutch']).toBeUndefined()
  })

  it('carries up to its slip torque if it is applied first, and the one-way clutch the rest: shown separately (by hand)', () => {
    const input = specInput(van)
    const answer = answered(input)
    const duty = answer.cases.find(({ id }) => id === 'launch') as Answer['cases'][number]
    const station = input.unit.stations.find(({ id }) => id === 'overdrive-pack') as Unit['stations'][number]
    const pack = input.fitted.get('overdrive-pack') as Extract<Part, { kind: 'pack' }>
    const range = solveTrain(input.unit.train).get('1') as NonNullable<ReturnType<ReturnType<typeof solveTrain>['get']>>
    const slip = packCapacity(pack.geometry, oilOf(duty, drumState(input.unit, station, range)), van.rules.frictionRadius)
    const alone = answered(specInput({ ...van, spec: { ...van.spec, fits: { ...van.spec.fits, 'overdrive-pack': null } } }))
    const [own, both] = [alone, answer].map((each) => caseOf(each, 'overdrive-one-way', 'launch')?.capacityNm ?? NaN) as [number, number]
    expect(both - own).toBeCloseTo(slip, 6)
    expect(caseOf(answer, 'overdrive-pack', 'launch')?.capacityNm).toBeCloseTo(slip + own, 6)
    expect(deriveMargin(input, answer, 'overdrive-one-way', 'launch')?.inputs[0]?.valueSi).toBeCloseTo(both, 6)
  })

  it('carries no torque if it is applied after the one-way clutch holds', () => {
    expect(['1', '2', '3', 'R'].map((range) => takesFirst(unit, 'overdrive clutch', range))).toEqual([true, true, true, true])
    const later: Unit = {
      ...unit,
      train: {
        ...unit.train,
        ranges: unit.train.ranges.map((range) => ({
          ...range,
          on: range.on.filter((id) => id !== 'overdrive clutch' || range.id !== '1'),
        })),
      },
    }
    expect(['1', '2', '3'].map((range) => takesFirst(later, 'overdrive clutch', range))).toEqual([false, false, true])
    const input = specInput(van)
    const without = answered({ ...input, unit: later })
    const stated = caseOf(
      answered({ ...input, fitted: new Map([...input.fitted].filter(([id]) => id !== 'overdrive-pack')) }),
      'overdrive-one-way',
      'full-2',
    )
    expect(caseOf(without, 'overdrive-one-way', 'full-2')?.capacityNm).toBeCloseTo(stated?.capacityNm ?? NaN, 9)
    // It comes on with no slip in it: nothing to draw down.
    expect(without.cases.find(({ id }) => id === 'shift-2')?.upshift?.coming).toEqual(['second band'])
  })
})
