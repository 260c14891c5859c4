import fc from 'fast-check'
import { suspectId, suspectIdsOf, suspectsOf } from '../diagnosis/candidates.js'
import { anyTrain } from '../testing/any-train.js'
import { simpson } from '../testing/trains.js'
import { solveRange } from '../gearing/solve.js'
import type { GearRange, GearTrain, ShiftElement } from '../gearing/train.js'
import { trainIssues } from '../gearing/train-issues.js'
import { defaultStations } from './default-stations.js'
import { thrustLoads } from '../reports/thrust-load.js'
import { unitIssues } from './unit-issues.js'
import type { Unit } from './unit.js'

const train = simpson(40, 68, 40, 68)
const unit = (change: Partial<Unit> = {}): Unit => ({ id: 'u', name: 'U', train, stations: defaultStations(train), ...change })
const codes = (of: Unit) =>
  unitIssues(of)
    .map(({ path, code }) => `${path} ${code}`)
    .filter((line) => !line.includes('pinions'))

describe('stations by default', () => {
  it('fit any train: one station for each place, every element loaded through one station, no others', () => {
    fc.assert(
      fc.property(anyTrain, (of) => {
        const stations = defaultStations(of)
        const made = unitIssues({ id: 'u', name: 'U', train: of, stations }).filter(({ path }) => path.startsWith('stations'))
        expect(made).toEqual([])
        const loaded = stations.flatMap(({ load }) => (load.at === 'link' ? [load.id] : []))
        expect(loaded.sort()).toEqual(of.elements.map(({ id }) => id).sort())
      }),
      { numRuns: 60 },
    )
  })
  it('get different ids if names would give the same id', () => {
    const twins = [
      { id: 'Low 1', kind: 'clutch', a: 'in', b: 'ring1' },
      { id: 'low-1', kind: 'clutch', a: 'in', b: 'suns' },
    ] as const
    const ids = defaultStations({ ...train, elements: twins }).map(({ id }) => id)
    expect(new Set(ids).size).toBe(ids.length)
  })
})

it('ids of suspects are found without their effects', () => {
  const property = fc.property(anyTrain, (of) => {
    expect(suspectIdsOf({ train: of })).toEqual(suspectsOf(unit({ train: of })).map(suspectId))
  })
  fc.assert(property, { numRuns: 20 })
})

describe('reasons why a unit cannot be used', () => {
  it('is empty if everything named exists', () => expect(codes(unit())).toEqual([]))
  it('is reported with its path', () => {
    const [plate, ...rest] = defaultStations(train)
    const broken = unit({
      stations: [
        {
          ...(plate as Unit['stations'][number]),
          load: { at: 'link', id: 'ghost' },
          speedOf: 'ghost',
          strip: { lane: 'line', column: 0, from: ['ghost'] },
        },
        { ...(plate as Unit['stations'][number]), load: { at: 'sets', ids: ['front', 'ghost'] } },
        ...rest,
      ],
      thrusts: [
        {
          id: 't',
          a: 'ghost',
          b: 'case',
          set: 'ghost',
          helixRad: 0,
          sunRadiusM: 0.03,
          kind: 'washer',
          innerRadiusM: 0.03,
          outerRadiusM: 0.02,
        },
      ],
      usual: [
        { at: 'ghost', kind: 'broken', often: 'rare' },
        { at: 'F', kind: 'broken', often: 'rare' },
      ],
    })
    expect(codes(broken)).toEqual([
      'stations.0.load.id load-unknown',
      'stations.0.speedOf member-unknown',
      'stations.0.strip.from from-unknown',
      'stations.1.load.ids load-set-unknown',
      'stations.1.id station-repeated',
      'thrusts.0.a member-unknown',
      'thrusts.0.set load-set-unknown',
      'thrusts.0.innerRadiusM radii-crossed',
      'usual.0.at place-unknown',
      'usual.1.kind fault-of-another-kind',
    ])
  })
})

describe('links that share', () => {
  const shared = (links: readonly ShiftElement[], joints: GearTrain['joints'] = []) => {
    const of: GearTrain = { ...train, joints, elements: [...train.elements, ...links] }
    return solveRange(of, { id: 'x', name: 'x', on: ['F', 'L', ...links.map(({ id }) => id)], reverse: false, lockup: false })
  }
  const brake = (id: string): ShiftElement => ({ id, kind: 'brake', a: 'carrier2', b: 'case' })
  it('two brakes on one member carry half each and are named; a single one is not', () => {
    const whole = 1 + 40 / 68
    const [one, two] = [shared([]), shared([brake('L2')])]
    expect([one.shared, Math.abs(one.torques['L'] ?? 0)]).toEqual([[], expect.closeTo(whole, 9)])
    expect([two.shared, Math.abs(two.torques['L'] ?? 0), Math.abs(two.torques['L2'] ?? 0)]).toEqual([
      ['L', 'L2'],
      expect.closeTo(whole / 2, 9),
      expect.closeTo(whole / 2, 9),
    ])
  })
  it('a set that is locked by two clutches and again by a third has no certain load: the possible one is named', () => {
    const locked = solveRange(
      { ...train, elements: [...train.elements, { id: 'X', kind: 'clutch', a: 'in', b: 'out' }] },
      { id: 'x', name: 'x', on: ['F', 'D', 'X'], reverse: false, lockup: false },
    )
    expect([locked.outcome, locked.ratio]).toEqual(['driven', 1])
    expect(locked.shared).toEqual(expect.arrayContaining(['F', 'D', 'X']))
    expect(Math.abs(1 + locked.outputTorque + locked.caseTorque)).toBeLessThan(1e-9)
  })
  it('a gear on the case is held like one with a brake', () => {
    const onCase: GearTrain = {
      ...train,
      sets: train.sets.map((set) => ({ ...set, carrier: set.carrier === 'carrier2' ? 'case' : set.carrier })),
      elements: train.elements.filter(({ id }) => id !== 'L'),
    }
    const held = solveRange(onCase, { id: 'x', name: 'x', on: ['F'], reverse: false, lockup: false })
    expect(held.ratio).toBeCloseTo(2 + 40 / 68, 9)
    expect(held.caseTorque).toBeCloseTo(held.ratio - 1, 9)
  })
  it('a set may be fixed to the case and still be assembled', () =>
    expect(
      trainIssues({ ...train, sets: train.sets.map((set) => ({ ...set, carrier: 'case' })) }).filter(
        ({ code }) => code === 'member-unknown',
      ),
    ).toEqual([]))
})

it('a thrust surface between members that turn alike neither rubs nor heats, and a free one has no speed', () => {
  const surface = {
    id: 't',
    set: 'front',
    helixRad: 0.3,
    sunRadiusM: 0.03,
    kind: 'washer',
    innerRadiusM: 0.02,
    outerRadiusM: 0.03,
  } as const
  const of = unit({
    thrusts: [
      { ...surface, a: 'suns', b: 'ring1' },
      { ...surface, a: 'carrier2', b: 'case' },
    ],
  })
  const [third, second] = ['3', '2'].map((id) =>
    thrustLoads(of, solveRange(train, train.ranges.find((r) => r.id === id) as GearRange), { torqueNm: 100, speedRadPerS: 300 }),
  )
  expect([third?.[0]?.speedRadPerS, third?.[0]?.state.heatW]).toEqual([0, 0])
  expect(third?.[0]?.axialN).toBeCloseTo(((100 * (40 / 108)) / 0.03) * Math.tan(0.3), 6)
  expect(second?.[1]?.speedRadPerS).toBeGreaterThan(0)
})
