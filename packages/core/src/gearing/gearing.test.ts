import fc from 'fast-check'
import { Matrix, SingularValueDecomposition } from 'ml-matrix'
import { compound, crossCoupled, simpson } from '../testing/trains.js'
import { assemblyFaults, pinionTeeth } from './assembly.js'
import { solveRange, solveTrain, type RangeSolution } from './solve.js'
import { trainFaults } from './train-faults.js'
import { CASE, type GearTrain, type PlanetarySet, type ShiftElement } from './train.js'

const ratios = (train: GearTrain) => Object.fromEntries([...solveTrain(train)].map(([id, s]) => [id, s.ratio]))
const near = (value: number | undefined, expected: number) => expect(value).toBeCloseTo(expected, 9)
const teeth = fc.tuple(
  fc.integer({ min: 20, max: 60 }),
  fc.integer({ min: 20, max: 60 }),
  fc.integer({ min: 20, max: 60 }),
  fc.integer({ min: 20, max: 60 }),
)

describe('closed forms (Benford & Leising, SAE 810102)', () => {
  it('Simpson arrangement: 1 + ρ₁ + ρ₁/ρ₂, 1 + ρ₁, 1 with ρ₁/(1 + ρ₁) on the direct clutch, −1/ρ₂', () => {
    fc.assert(
      fc.property(teeth, ([s1, d1, s2, d2]) => {
        const train = simpson(s1, s1 + d1, s2, s2 + d2)
        const [p1, p2] = [s1 / (s1 + d1), s2 / (s2 + d2)]
        const solved = ratios(train)
        near(solved['1'], 1 + p1 + p1 / p2)
        near(solved['2'], 1 + p1)
        near(solved['3'], 1)
        near(solved['R'], -1 / p2)
        near(solveTrain(train).get('3')?.torques['D'], p1 / (1 + p1))
        near(solveTrain(train).get('R')?.torques['L'], 1 + 1 / p2)
      }),
    )
  })

  it('cross-coupled sets: 1 + Z_r1/Z_s1, 1/(1 + Z_s2/Z_r2), −Z_r2/Z_s2', () => {
    fc.assert(
      fc.property(teeth, ([s1, d1, s2, d2]) => {
        const solved = ratios(crossCoupled(s1, s1 + d1, s2, s2 + d2))
        near(solved['1'], 1 + (s1 + d1) / s1)
        near(solved['3'], 1)
        near(solved['4'], 1 / (1 + s2 / (s2 + d2)))
        near(solved['R'], -(s2 + d2) / s2)
      }),
    )
  })

  it('compound set 30 / 24 / 78: 3.25, then the large sun held, direct, −2.6', () => {
    const solved = ratios(compound(30, 24, 78))
    near(solved['1'], 78 / 24)
    near(solved['2'], (78 / 24 + 78 / 30) / (1 + 78 / 30))
    near(solved['3'], 1)
    near(solved['R'], -78 / 30)
  })
})

/** Trains of any topology: sets hung on a few members at random, some members held or joined at random. */
const anyTrain = fc
  .record({
    members: fc.integer({ min: 4, max: 8 }),
    sets: fc.array(
      fc.tuple(fc.nat(), fc.nat(), fc.nat(), fc.integer({ min: 18, max: 50 }), fc.integer({ min: 20, max: 60 }), fc.boolean()),
      { minLength: 1, maxLength: 3 },
    ),
    links: fc.array(fc.tuple(fc.nat(), fc.nat()), { minLength: 1, maxLength: 5 }),
  })
  .map(({ members, sets, links }): GearTrain => {
    const names = Array.from({ length: members }, (_, i) => `m${i}`)
    const pick = (i: number) => names[i % members] as string
    const made = sets.map(([a, b, c, s, d, double], i): PlanetarySet => {
      const three = [a, a + 1 + (b % (members - 1)), 0].map((n) => n % members)
      const rest = names.filter((_, k) => !three.slice(0, 2).includes(k))
      return {
        id: `set${i}`,
        kind: double ? 'double-pinion' : 'simple',
        sun: pick(three[0] as number),
        ring: pick(three[1] as number),
        carrier: rest[c % rest.length] as string,
        sunTeeth: s,
        ringTeeth: s + d,
        pinions: 2,
      }
    })
    const elements = links.map(([a, b], i): ShiftElement => ({
      id: `e${i}`,
      kind: 'clutch',
      a: pick(a),
      b: a % members === b % members ? CASE : pick(b),
    }))
    return {
      members: names,
      sets: made,
      joints: [],
      elements,
      input: 'm0',
      output: pick(members - 1),
      ranges: [{ id: '1', name: 'first', on: elements.map((e) => e.id), reverse: false, lockup: false }],
    }
  })

const solveFirst = (train: GearTrain): RangeSolution => solveRange(train, train.ranges[0] as GearTrain['ranges'][number])

describe('any topology', () => {
  it('balances torque and power, and gives one ratio by speeds and by torques', () => {
    let driven = 0
    fc.assert(
      fc.property(anyTrain, (train) => {
        const s = solveFirst(train)
        if (s.outcome !== 'driven') return
        driven++
        const size = Math.max(1, Math.abs(s.ratio))
        expect(Math.abs(1 + s.outputTorque + s.caseTorque)).toBeLessThan(1e-9 * size)
        expect(Math.abs(1 + s.outputTorque * (s.speeds[train.output] as number))).toBeLessThan(1e-9 * size)
        expect(Math.abs(s.ratio + s.outputTorque)).toBeLessThan(1e-9 * size)
        for (const t of Object.values(s.setTorques)) expect(Math.abs(t.sun + t.ring + t.carrier)).toBeLessThan(1e-9 * size)
      }),
      { numRuns: 400 },
    )
    expect(driven).toBeGreaterThan(40)
  })

  it('agrees with a general library on every speed', () => {
    fc.assert(
      fc.property(anyTrain, (train) => {
        const s = solveFirst(train)
        const rows = train.sets.map((set) => {
          const z = (set.kind === 'simple' ? 1 : -1) * set.sunTeeth
          return train.members.map(
            (m) => (m === set.sun ? z : 0) + (m === set.ring ? set.ringTeeth : 0) - (m === set.carrier ? z + set.ringTeeth : 0),
          )
        })
        for (const e of train.elements) rows.push(train.members.map((m) => (m === e.a ? 1 : 0) - (m === e.b ? 1 : 0)))
        rows.push(train.members.map((m) => (m === train.input ? 1 : 0)))
        const matrix = new Matrix(rows)
        const right = Matrix.columnVector(rows.map((_, i) => (i === rows.length - 1 ? 1 : 0)))
        const best = new SingularValueDecomposition(matrix, { autoTranspose: true }).solve(right)
        const consistent = Matrix.sub(matrix.mmul(best), right).norm() < 1e-6
        expect(consistent).toBe(s.outcome !== 'tied-up' || Object.keys(s.speeds).length > 0)
        if (consistent) for (const [m, w] of Object.entries(s.speeds)) expect(w).toBeCloseTo(best.get(train.members.indexOf(m), 0), 6)
      }),
      { numRuns: 300 },
    )
  })

  it('does not care for names or order', () => {
    const train = simpson(40, 68, 36, 72)
    const renamed = JSON.parse(JSON.stringify(train).replaceAll('suns', 'x9').replaceAll('ring1', 'a0')) as GearTrain
    const turned = {
      ...renamed,
      members: [...renamed.members].reverse(),
      sets: [...renamed.sets].reverse(),
      elements: [...renamed.elements].reverse(),
    }
    for (const [id, ratio] of Object.entries(ratios(train))) near(ratios(turned)[id], ratio)
  })
})

describe('outcomes', () => {
  const train = simpson(40, 68, 40, 68)
  const withOn = (...on: string[]) => solveRange(train, { id: 'x', name: 'x', on, reverse: false, lockup: false })
  it('neutral where nothing drives the output, and the members left free are named', () => {
    const s = withOn('F')
    expect(s.outcome).toBe('neutral')
    expect(s.free).toEqual(expect.arrayContaining(['suns', 'out', 'carrier2']))
  })
  it('tied up where the input cannot turn', () => expect(withOn('F', 'D', 'L').outcome).toBe('tied-up'))

  it('one-way clutches hold in their sense and let go in the other', () => {
    const oneWay: GearTrain = {
      ...train,
      elements: [...train.elements.filter((e) => e.id !== 'L'), { id: 'W', kind: 'one-way', a: 'carrier2', b: CASE, holds: 'backward' }],
    }
    const solve = (...on: string[]) => solveRange(oneWay, { id: 'x', name: 'x', on, reverse: false, lockup: false })
    const first = solve('F')
    near(first.ratio, 2 + 40 / 68)
    near(first.torques['W'], -(1 + 40 / 68))
    const second = solve('F', 'I')
    near(second.ratio, 1 + 40 / 68)
    expect(second.overrunning).toEqual(['W'])
    expect(second.speeds['carrier2']).toBeGreaterThan(0)
  })
})

describe('what can be built', () => {
  const set = (sunTeeth: number, ringTeeth: number, pinions: number, kind: PlanetarySet['kind'] = 'simple'): PlanetarySet => ({
    id: 's',
    kind,
    sun: 'a',
    ring: 'b',
    carrier: 'c',
    sunTeeth,
    ringTeeth,
    pinions,
  })
  const codes = (s: PlanetarySet) => assemblyFaults(s, 'sets.0').map((f) => `${f.path} ${f.code}`)
  it.each([set(40, 68, 4), set(36, 84, 4), set(32, 76, 4), set(30, 72, 3), set(26, 70, 4), set(24, 78, 3, 'double-pinion')])(
    'takes $sunTeeth/$ringTeeth with $pinions',
    (s) => expect(codes(s)).toEqual([]),
  )
  it.each([
    [set(41, 68, 4), 'sets.0.pinions pinions-not-spaced'],
    [set(40, 68, 12), 'sets.0.pinions pinions-collide'],
    [set(40, 50, 4), 'sets.0.ringTeeth ring-too-small'],
    [set(40.5, 68, 4), 'sets.0 teeth-not-whole'],
    [set(24, 77, 3, 'double-pinion'), 'sets.0.pinions pinions-not-spaced'],
  ])('refuses $sunTeeth/$ringTeeth with $pinions', (s, code) => expect(codes(s)).toContain(code))
  it('counts the pinion between', () => expect(pinionTeeth(set(40, 68, 4))).toBe(14))

  it('names what a train refers to and does not have', () => {
    const train = simpson(40, 68, 40, 68)
    const broken: GearTrain = {
      ...train,
      output: 'nowhere',
      elements: [...train.elements, { id: 'F', kind: 'one-way', a: 'in', b: 'ghost' }],
      ranges: [{ id: '9', name: 'ninth', on: ['Z'], reverse: false, lockup: false }],
    }
    expect(trainFaults(train).filter((f) => !f.code.startsWith('pinions'))).toEqual([])
    expect(trainFaults(broken).map((f) => f.code)).toEqual(
      expect.arrayContaining(['member-unknown', 'one-way-without-sense', 'element-unknown', 'name-repeated']),
    )
  })
})
