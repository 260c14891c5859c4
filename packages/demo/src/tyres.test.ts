import { verdictSentence, tyresLine, withDefaults, type JobContent } from '@plucky/contract'
import {
  askedOf,
  DEFAULT_RULES,
  drivenWeight,
  heldInCase,
  solveTrain,
  toSi,
  turbineInertiaOf,
  TYRE_LIMITS,
  tyresLack,
  tyreTorque,
  deriveMargin,
  derivePowerHeld,
  type Answer,
  type Brief,
  type TyreLimit,
} from '@plucky/core'
import fc from 'fast-check'
import { demoShop } from './index.js'
import { answered, specInput } from './testing.js'

const { jobs } = demoShop()
const climber = jobs.find(({ name }) => /Hill-climb/i.test(name)) as JobContent
/** Light rear-drive car on dry pavement. */
const TYRES = { drivenAxle: 'rear', drivenShare: 0.53, wheelbaseM: 2.5, gravityHeightM: 0.5, tyreFriction: 1.3 } as const
const vehicle = { finalDrive: 4.11, tyreRadiusM: toSi(12.8, 'in'), ...TYRES }
const withLimit = (limit: TyreLimit, brief: Partial<Brief> = {}) =>
  specInput({
    ...climber,
    brief: { ...climber.brief, vehicle, ...brief },
    rules: { ...climber.rules, tyreLimit: { ...DEFAULT_RULES.tyreLimit, [climber.brief.use]: limit } },
  })
const watts = ({ held }: Pick<Answer, 'held'>) => (held.outcome === 'held' ? held.powerW : NaN)

describe('the limit of the tires', () => {
  it('is friction times the weight that the launch shifts onto the axle (Gillespie, from memory; worked by hand)', () => {
    const brief = { vehicle, vehicleMassKg: 1000 }
    // 1000 · 9.80665 · 0.53 / (1 − 1.3 · 0.5 / 2.5) = 7023.7 N
    expect(drivenWeight(brief, false)).toBeCloseTo(7023.68, 1)
    expect(drivenWeight(brief, true)).toBeCloseTo(4125.02, 1)
    expect(drivenWeight({ ...brief, vehicle: { ...vehicle, drivenAxle: 'front' } }, false)).toBeCloseTo(4125.02, 1)
    expect(drivenWeight({ ...brief, vehicle: { ...vehicle, gravityHeightM: 1.2 } }, false)).toBeCloseTo(9806.65, 2)
    expect(tyreTorque(brief, false)).toBeCloseTo((1.3 * 7023.68 * 0.32512) / 4.11, 1)
  })

  it('is unknown without all its figures; with all wheels driven the weight is enough, and it never limits', () => {
    expect(tyresLack({ vehicle: { finalDrive: 4, tyreRadiusM: 0.3 }, vehicleMassKg: null })).toEqual([
      'vehicleMassKg',
      'drivenAxle',
      'tyreFriction',
      'drivenShare',
      'wheelbaseM',
      'gravityHeightM',
    ])
    expect(answered(withLimit('cap', { vehicleMassKg: null })).tyres).toBeNull()
    const all = { finalDrive: 4, tyreRadiusM: 0.3, drivenAxle: 'all', tyreFriction: 1 } as const
    expect(tyresLack({ vehicle: all, vehicleMassKg: 1000 })).toEqual([])
    const counted = answered(withLimit('cap', { vehicle: all }))
    expect([counted.tyres?.limit, watts(counted)]).toEqual(['never', watts(answered(withLimit('never')))])
  })

  it('limits the load of gears and shafts with service factor; regrip is added for hard parts only', () => {
    const point = { torqueNm: 800, speedRadPerS: 0, tyres: { mostNm: 900, regripNm: 300 } }
    expect(askedOf(point, { factor: 1.1, shock: 'hard' })).toBeCloseTo(880)
    expect(askedOf(point, { factor: 1.5, shock: 'hard' })).toBe(1200)
    expect(askedOf(point, { factor: 1.5, shock: 'friction' })).toBe(900)
    const [cap, regrip] = [answered(withLimit('cap')), answered(withLimit('cap-regrip'))]
    const passed = tyreTorque({ vehicle, vehicleMassKg: climber.brief.vehicleMassKg }, false) as number
    const shaft = (answer: Answer) =>
      answer.stations.find(({ stationId }) => stationId === 'input-shaft')?.cases.find(({ caseId }) => caseId === 'launch')?.demandNm
    const gears = solveTrain(withLimit('cap').unit.train)
    const first = gears.get('1')?.outputTorque as number
    expect(shaft(cap)).toBeCloseTo(passed / Math.abs(first), 6)
    const shock = (3 / vehicle.tyreRadiusM) * Math.sqrt(12000 * turbineInertiaOf(withLimit('cap')))
    expect((shaft(regrip) as number) - (shaft(cap) as number)).toBeCloseTo(shock, 6)
  })

  it('is named: the power at which they slip, and the power held without it', () => {
    const [never, cap] = [answered(withLimit('never')), answered(withLimit('cap'))]
    expect(tyresLine(never)).toMatch(/^Tires slip at 6\d\d lb-ft at the output, about 1\d0 hp at launch; not counted \(house rule\)\./)
    const input = withLimit('cap')
    expect(verdictSentence(cap, input.unit, input.brief)).toMatch(
      /Tires are the fuse from about 1\d0 hp at launch \(house rule\); without them/,
    )
    expect(cap.tyres?.otherwise).toEqual({ outcome: 'held', powerW: expect.closeTo(watts(never), 0) as number })
    expect(verdictSentence(never, input.unit, input.brief)).not.toContain('fuse')
    expect(watts(cap)).toBeGreaterThan(watts(never))
  })

  it('has workings with the same margins and powers, for any grip and rule', () => {
    fc.assert(
      fc.property(fc.constantFrom(...TYRE_LIMITS), fc.double({ min: 0.2, max: 3, noNaN: true }), (limit, tyreFriction) => {
        const input = withLimit(limit, { vehicle: { ...vehicle, tyreFriction } })
        const answer = answered(input)
        for (const { stationId, cases } of answer.stations)
          for (const { caseId, margin } of cases)
            expect(deriveMargin(input, answer, stationId, caseId)?.valueSi ?? margin).toBeCloseTo(margin, 9)
        for (const { stationId, held } of answer.stations) {
          const working = derivePowerHeld(input, answer, stationId)
          if (working && held.outcome === 'held') expect(working.valueSi / held.powerW).toBeCloseTo(1, 6)
        }
      }),
      { numRuns: 10 },
    )
  })

  it('lets a part fail before the tires slip, in the regrip, or never', () => {
    const point = { torqueNm: 500, speedRadPerS: 0, tyres: { mostNm: 900, regripNm: 300 } }
    const held = (capacityNm: number) => heldInCase(capacityNm, { factor: 1.5, shock: 'hard' }, point, 100)
    expect(held(600)).toEqual({ outcome: 'held', powerW: 80 })
    expect(held(1100)).toEqual({ outcome: 'held', powerW: 120 })
    expect(held(1200).outcome).toBe('not-limiting')
  })

  it('is a separate rule: an older job file has the default', () => {
    const { tyreLimit, regripSlipMPerS, ...before } = climber.rules
    expect((withDefaults({ ...climber, rules: before }) as JobContent).rules).toEqual({ ...climber.rules, tyreLimit, regripSlipMPerS })
  })
})
