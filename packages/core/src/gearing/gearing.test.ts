import fc from 'fast-check'
import { Matrix, SingularValueDecomposition } from 'ml-matrix'
import { anyTrain } from '../testing/any-train.js'
import { compound, crossCoupled, simpson } from '../testing/trains.js'
import { assemblyIssues } from './assembly.js'
import { pinionTeeth } from './pinion-pair.js'
import { rangeEfficiency } from './efficiency.js'
import { explainRange } from './explain.js'
import { elementSlips, overspeeds, pinionSpeeds, relativeSpeed } from './motion.js'
import { powerFlow } from './power-flow.js'
import { solveRange, solveTrain, type RangeSolution } from './solve.js'
import { trainIssues } from './train-issues.js'
import { CASE, type GearTrain, type PlanetarySet } from './train.js'

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

const solveFirst = (train: GearTrain): RangeSolution => solveRange(train, train.ranges[0] as GearTrain['ranges'][number])

/** The whole system, nothing grouped: a row a set, a joint and a holding element, a column a member. */
function wholeSystem(train: GearTrain, s: RangeSolution): { id: string; row: number[] }[] {
  const row = (terms: readonly (readonly [string, number])[]) =>
    train.members.map((m) => terms.reduce((sum, [name, factor]) => (name === m ? sum + factor : sum), 0))
  const sets = train.sets.map((set) => {
    const z = (set.kind === 'simple' ? 1 : -1) * set.sunTeeth
    return {
      id: set.id,
      row: row([
        [set.sun, z],
        [set.ring, set.ringTeeth],
        [set.carrier, -z - set.ringTeeth],
      ]),
    }
  })
  const links = [...train.joints, ...train.elements.filter((e) => !s.overrunning.includes(e.id))]
  return [
    ...sets,
    ...links.map(({ id, a, b }) => ({
      id,
      row: row([
        [a, 1],
        [b, -1],
      ]),
    })),
  ]
}

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
      { numRuns: 600 },
    )
    expect(driven).toBeGreaterThan(60)
  })

  it('agrees with a general library on every speed, and every torque that gearing settles', () => {
    let compared = 0
    fc.assert(
      fc.property(anyTrain, (train) => {
        const s = solveFirst(train)
        const system = wholeSystem(train, s)
        const rows = new Matrix([...system.map(({ row }) => row), train.members.map((m) => (m === train.input ? 1 : 0))])
        const right = Matrix.columnVector([...system.map(() => 0), 1])
        const best = new SingularValueDecomposition(rows, { autoTranspose: true }).solve(right)
        const agree = Matrix.sub(rows.mmul(best), right).norm() < 1e-6
        // Without one-way clutches a train is tied up just where its rows contradict each other.
        if (train.elements.every(({ kind }) => kind !== 'one-way')) expect(agree).toBe(s.outcome !== 'tied-up')
        if (s.outcome === 'tied-up') return
        expect(agree).toBe(true)
        for (const [m, w] of Object.entries(s.speeds)) expect(w).toBeCloseTo(best.get(train.members.indexOf(m), 0), 6)
        if (s.outcome !== 'driven' || s.shared.length > 0) return
        const balance = new Matrix([...system.map(({ row }) => row), train.members.map((m) => (m === train.output ? 1 : 0))]).transpose()
        const load = Matrix.columnVector(train.members.map((m) => (m === train.input ? -1 : 0)))
        const torques = new SingularValueDecomposition(balance, { autoTranspose: true }).solve(load)
        expect(Matrix.sub(balance.mmul(torques), load).norm()).toBeLessThan(1e-6)
        system.slice(train.sets.length).forEach(({ id }, i) => expect(s.torques[id]).toBeCloseTo(-torques.get(train.sets.length + i, 0), 6))
        compared++
      }),
      { numRuns: 600 },
    )
    expect(compared).toBeGreaterThan(30)
  })

  it('is tied up only where no choice of one-way clutches leaves the input free to turn without contradiction', () => {
    fc.assert(
      fc.property(anyTrain, (train) => {
        if (solveFirst(train).outcome !== 'tied-up') return
        const off = { ...train, elements: train.elements.filter((e) => e.kind !== 'one-way') }
        const s = solveFirst(off)
        const against = train.elements.filter((e) => {
          const slip = relativeSpeed(s, e.a, e.b)
          return e.kind === 'one-way' && slip !== undefined && slip * (e.holds === 'forward' ? 1 : -1) > 1e-7
        })
        expect(s.outcome === 'tied-up' || against.length > 0).toBe(true)
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
  it('neutral if nothing drives the output, with the free members named', () => {
    const s = withOn('F')
    expect(s.outcome).toBe('neutral')
    expect(s.free).toEqual(expect.arrayContaining(['suns', 'out', 'carrier2']))
  })
  it('tied up where the input cannot turn', () => expect(withOn('F', 'D', 'L').outcome).toBe('tied-up'))

  it('one-way clutches hold in their direction and overrun in the other', () => {
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

describe('losses, slips and the way of power', () => {
  const rangeOf = (train: GearTrain, id: string) => train.ranges.find((r) => r.id === id) as GearTrain['ranges'][number]
  const efficiency = (train: GearTrain, id: string) => rangeEfficiency(train, rangeOf(train, id))?.efficiency

  it('simple set, ring driven or held (Müller): (1 + i·η₀)/(1 + i) and its like; double-pinion, ring held: (1 − i·η₀)/(1 − i)', () => {
    const [i, basic] = [84 / 36, 0.98]
    // ring held, sun drives, carrier out: the cross-coupled unit's first is that on its first set
    near(efficiency(crossCoupled(36, 84, 32, 76), '1'), (1 + i * basic) / (1 + i))
    const [z, three] = [78 / 24, Math.sqrt(0.98) ** 3]
    near(efficiency(compound(30, 24, 78), '1'), three)
    near(efficiency(compound(30, 24, 78), '3'), 1)
    const held: GearTrain = {
      ...compound(30, 24, 78),
      output: 'carrier',
      elements: [{ id: 'H', kind: 'brake', a: 'ring', b: CASE }],
      joints: [{ id: 'j', a: 'in', b: 'small' }],
      ranges: [{ id: 'x', name: 'x', on: ['H'], reverse: true, lockup: false }],
    }
    near(efficiency(held, 'x'), (1 - z * three) / (1 - z))
  })

  it('follows the sensitivities of the ratio (Kreines–Rozovsky): losses work against its growth with each basic ratio', () => {
    fc.assert(
      fc.property(anyTrain, (train) => {
        const s = solveFirst(train)
        const range = train.ranges[0] as GearTrain['ranges'][number]
        const found = rangeEfficiency(train, range)
        if (!found || s.shared.length > 0) return
        for (const [j, set] of train.sets.entries()) {
          const ratioWith = (by: number) =>
            solveRange({ ...train, sets: train.sets.map((each, k) => (k === j ? { ...set, ringTeeth: set.ringTeeth * by } : each)) }, range)
              .ratio
          const [up, down] = [ratioWith(1 + 1e-6), ratioWith(1 - 1e-6)]
          if (up === 0 || down === 0) return
          const sensitivity = (up - down) / (2e-6 * s.ratio)
          if (Math.abs(sensitivity) > 1e-4) expect(found.flow[set.id]).toBe(sensitivity > 0 ? 1 : -1)
        }
        expect(found.efficiency).toBeLessThanOrEqual(1 + 1e-9)
      }),
      { numRuns: 300 },
    )
  })

  it('slips, pinions, overspeed and power that runs round', () => {
    const train = crossCoupled(36, 84, 32, 76)
    const fourth = solveRange(train, rangeOf(train, '4'))
    near(elementSlips(train, fourth)['A'], 1 - (fourth.speeds['sun1'] as number))
    near(pinionSpeeds(train, fourth)['one'], (-((fourth.speeds['sun1'] as number) - (fourth.speeds['out'] as number)) * 36) / 24)
    expect(overspeeds(fourth).map((o) => o.member)).toEqual(['sun1', 'out'])
    near(powerFlow(train, fourth).recirculating, 0)
  })

  it('gives the reason if a range does not drive', () => {
    const train = simpson(40, 68, 40, 68)
    const say = (...on: string[]) => explainRange(train, { id: 'x', name: 'x', on, reverse: false, lockup: false })
    expect(say('F', 'D', 'L', 'I').culprits).toEqual(['D', 'I'])
    expect(say('F', 'D', 'L')).toMatchObject({ outcome: 'tied-up', culprits: ['F', 'D', 'L'] })
    expect(say('I', 'L')).toMatchObject({ outcome: 'output-held', culprits: ['I', 'L'] })
    const idle = say('F')
    expect(idle.free).toContain('out')
    expect(idle.wouldDrive.map(({ element }) => element)).toEqual(['D', 'I', 'L'])
  })
})

describe('gear sets that can be built', () => {
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
  const codes = (s: PlanetarySet) => assemblyIssues(s, 'sets.0').map((f) => `${f.path} ${f.code}`)
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
    [set(50, 70, 4, 'double-pinion'), 'sets.0 pair-finds-no-room'],
  ])('refuses $sunTeeth/$ringTeeth with $pinions', (s, code) => expect(codes(s)).toContain(code))
  it('checks that the pinions of a compound set clear its other sun', () => {
    const pair = (large: number, small: number): PlanetarySet[] => [
      { ...set(large, 84, 3), id: 'simple' },
      { ...set(small, 84, 3, 'double-pinion'), id: 'double' },
    ]
    const of = (sets: PlanetarySet[]) => sets.flatMap((s) => assemblyIssues(s, s.id, sets)).map((f) => `${f.path} ${f.code}`)
    expect(of(pair(42, 36))).toEqual([])
    expect(of(pair(36, 42))).toEqual([]) // the inner pinion is the long one
    expect(of(pair(39, 36))).toEqual(['double pinions-foul-sun'])
    expect(of(pair(42, 36).map((s) => (s.kind === 'simple' ? s : { ...s, ringTeeth: 87 })))).toEqual([
      'double.ringTeeth compound-rings-differ',
    ])
    expect(of(pair(42, 36).map((s) => (s.kind === 'simple' ? s : { ...s, pinions: 4 })))).toEqual([
      'double.pinions compound-pinions-differ',
    ])
  })
  it('counts the pinion between', () => expect(pinionTeeth(set(40, 68, 4))).toBe(14))

  it('names references of a train to missing elements', () => {
    const train = simpson(40, 68, 40, 68)
    const broken: GearTrain = {
      ...train,
      output: 'nowhere',
      elements: [...train.elements, { id: 'F', kind: 'one-way', a: 'in', b: 'ghost' }],
      ranges: [{ id: '9', name: 'ninth', on: ['Z'], reverse: false, lockup: false }],
    }
    const roller = (id: string): GearTrain['elements'][number] => ({ id, kind: 'one-way', a: 'suns', b: 'case', holds: 'forward' })
    const many = { ...train, elements: [...train.elements, ...[1, 2, 3, 4, 5, 6, 7].map((n) => roller(`w${n}`))] }
    expect(trainIssues(many).map((f) => `${f.path} ${f.code}`)).toContain('elements too-many-one-ways')
    expect(trainIssues(train).filter((f) => !f.code.startsWith('pinions'))).toEqual([])
    expect(trainIssues(broken).map((f) => f.code)).toEqual(
      expect.arrayContaining(['member-unknown', 'one-way-without-sense', 'element-unknown', 'name-repeated']),
    )
  })
})
