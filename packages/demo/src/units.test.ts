import { readUnitFile, rangesOf, checkUnit } from '@plucky/contract'
import {
  breakagesOf,
  effectsOf,
  elementSlips,
  explainRange,
  gearTorques,
  lostRanges,
  misfits,
  powerFlow,
  rangeEfficiency,
  solveRange,
  solveTrain,
  specAnswer,
  fromSi,
  thrustLoads,
  toSi,
  type GearTrain,
  type Part,
  type RangeSolution,
  type Unit,
  type Effect,
} from '@plucky/core'
import fc from 'fast-check'
import { demoShop } from './index.js'

const { units, shelf, jobs, catalogue } = demoShop()
const unitOf = (id: string) => units.find((unit) => unit.id === id) as Unit
const rangeOf = (train: GearTrain, id: string) => train.ranges.find((range) => range.id === id) as GearTrain['ranges'][number]
const solved = (id: string, range: string): RangeSolution => solveRange(unitOf(id).train, rangeOf(unitOf(id).train, range))

/** Ratios by hand, as the shop's table of units states them. */
const RATIOS: Record<string, Record<string, number>> = {
  'linden-2': { R: -1.6, '1': 1.8, '2': 1 },
  'alder-3': { R: -1.7, '1': 2.5882, '2': 1.5882, '3': 1 },
  'quince-4': { R: -2.375, '1': 3.3333, '2': 1.6914, '3': 1, '4': 0.7037 },
  'rowan-4': { R: -2, '1': 2.25, '2': 1.4167, '3': 1, '4': 0.6842 },
  'medlar-4': { R: -1.6667, '1': 2.6, '2': 1.6, '3': 1, '4': 0.7292 },
  'hornbeam-6': { R: -3.3333, '1': 3.8889, '2': 2.4074, '3': 1.6667, '4': 1.2069, '5': 0.8333, '6': 0.6667 },
}

describe('the units of the shop', () => {
  it.each(Object.entries(RATIOS))('%s has its ratios from its teeth', (id, ratios) => {
    const found = [...solveTrain(unitOf(id).train)].map(([range, { ratio }]) => [range, Math.round(ratio * 1e4) / 1e4])
    expect(Object.fromEntries(found)).toEqual(ratios)
  })

  it.each(units)('$name balances torque and power in every range, and loses a little in its meshes', ({ train }) => {
    for (const range of train.ranges) {
      const s = solveRange(train, range)
      expect(Math.abs(1 + s.outputTorque + s.caseTorque)).toBeLessThan(1e-9)
      expect(Math.abs(1 + s.outputTorque * (s.speeds[train.output] as number))).toBeLessThan(1e-9)
      const gears = gearTorques(train, s)
      expect(gears.reduce((sum, { torque }) => sum + torque, 0)).toBeCloseTo(0, 9)
      expect(powerFlow(train, s).gears.reduce((sum, { power }) => sum + power, 0)).toBeCloseTo(0, 9)
      const { efficiency = 0 } = rangeEfficiency(train, range) ?? {}
      expect(efficiency).toBeGreaterThan(0.94)
      expect(efficiency).toBeLessThanOrEqual(1)
    }
  })

  it('Hornbeam 6 in reverse: 5.0 times the input torque on the brake of the compound carrier', () => {
    expect(Math.abs(solved('hornbeam-6', 'R').torques['low-reverse'] ?? 0)).toBeCloseTo(5, 9)
  })

  it('Hornbeam 6 in fifth: a quarter of the power recirculates (carrier 1.25, large sun −0.25)', () => {
    const { train } = unitOf('hornbeam-6')
    expect(powerFlow(train, solved('hornbeam-6', '5')).recirculating).toBeCloseTo(0.25, 9)
  })

  it('a compound set has one ring and one carrier: with the low sun of Linden 2 held its ring idles, and power meets three meshes', () => {
    const { train } = unitOf('linden-2')
    const first = solved('linden-2', '1')
    const at = (gear: string, set: string) => gearTorques(train, first).find((g) => g.gear === gear && g.set === set)?.torque
    expect([at('ring', 'low set'), at('ring', 'front set')]).toEqual([0, undefined])
    expect(at('carrier', 'low set')).toBeCloseTo(1.8, 9)
    expect(powerFlow(train, first).recirculating).toBe(0)
    // sun to sun over both pinions, as a set with i = 24/30: (1 + i·η₀)/(1 + i), each of the three meshes √0.98
    expect(rangeEfficiency(train, rangeOf(train, '1'))?.efficiency).toBeCloseTo((1 + 0.8 * Math.sqrt(0.98) ** 3) / 1.8, 4)
  })

  it('first engine-brakes only where the way back does not run through a one-way clutch', () => {
    const overrun = (id: string, range: string) => solveRange(unitOf(id).train, rangeOf(unitOf(id).train, range), 'overrun').outcome
    expect([overrun('linden-2', '1'), overrun('alder-3', '1'), overrun('quince-4', '1')]).toEqual(['driven', 'neutral', 'neutral'])
    expect([overrun('alder-3', '3'), overrun('hornbeam-6', '2')]).toEqual(['driven', 'driven'])
  })

  it('thrust surfaces carry the axial force of the sun and run at the slip between their members', () => {
    const unit = unitOf('quince-4')
    const [front] = thrustLoads(unit, solved('quince-4', '1'), { torqueNm: 100, speedRadPerS: 200 })
    // All of the input goes through sun 1: 100 N·m at 27 mm and 20°.
    expect(front?.axialN).toBeCloseTo((100 * Math.tan((20 * Math.PI) / 180)) / 0.027, 6)
    expect(front?.speedRadPerS).toBeCloseTo(200 * (1 - 0.3), 6)
  })
})

describe('breaks and lost ranges', () => {
  const quince = unitOf('quince-4')
  const at = (train: GearTrain, id: string) => effectsOf(train, [{ at: id, kind: 'broken' }])[0] as ReturnType<typeof effectsOf>[number]

  it('Quince 4 without the joint of its sun shell loses second, fourth and reverse only', () => {
    expect(lostRanges(at(quince.train, 'shell neck')).sort()).toEqual(['2', '4', 'R'])
    expect(at(quince.train, 'shell neck').ranges).toMatchObject({ '1': 'fine', '3': 'fine' })
  })

  it('so does a copy in which every name is another and every list in another order', () => {
    const names = [...quince.train.members, ...[...quince.train.sets, ...quince.train.joints, ...quince.train.elements].map(({ id }) => id)]
    const shuffled = <T>(list: readonly T[]) => fc.shuffledSubarray([...list], { minLength: list.length, maxLength: list.length })
    fc.assert(
      fc.property(shuffled(names), fc.array(fc.nat(), { minLength: 8, maxLength: 8 }), (order, turns) => {
        const renamed = (name: string) => (name === 'case' ? name : `x${order.indexOf(name)}`)
        const turned = <T>(list: readonly T[], by: number) => [...list.slice(by % list.length), ...list.slice(0, by % list.length)]
        const { train } = quince
        const link = <T extends { id: string; a: string; b: string }>(l: T) => ({
          ...l,
          id: renamed(l.id),
          a: renamed(l.a),
          b: renamed(l.b),
        })
        const copy: GearTrain = {
          input: renamed(train.input),
          output: renamed(train.output),
          members: turned(train.members, turns[0] as number).map(renamed),
          sets: turned(train.sets, turns[1] as number).map((s) => ({
            ...s,
            id: renamed(s.id),
            sun: renamed(s.sun),
            ring: renamed(s.ring),
            carrier: renamed(s.carrier),
          })),
          joints: turned(train.joints, turns[2] as number).map(link),
          elements: turned(train.elements, turns[3] as number).map(({ pistonOn: _p, ...e }) => link(e)),
          ranges: turned(train.ranges, turns[4] as number).map((r) => ({ ...r, on: turned(r.on, turns[5] as number).map(renamed) })),
        }
        for (const { at: place, kind, ranges } of effectsOf(train)) {
          const [effect] = effectsOf(copy, [{ at: renamed(place), kind }])
          expect(effect?.ranges).toEqual(ranges)
        }
      }),
      { numRuns: 8 },
    )
  })

  it.each(units)(
    '$name: whatever is lost is lost by hand too: a range needs what carries its torque and nothing that idles',
    ({ train }) => {
      for (const { at: place, kind, ranges } of effectsOf(
        train,
        breakagesOf(train).filter((b) => b.kind === 'broken' || b.kind === 'lost'),
      ))
        for (const [id, state] of Object.entries(ranges)) {
          const s = solveRange(train, rangeOf(train, id))
          const gears = s.setTorques[place]
          const carried = gears ? Math.max(...Object.values(gears).map(Math.abs)) : Math.abs(s.torques[place] ?? 0)
          if (carried < 1e-9) expect([place, kind, id, state]).toEqual([place, kind, id, 'fine'])
          else if (!s.shared.includes(place)) expect([place, kind, id, state]).not.toEqual([place, kind, id, 'fine'])
        }
    },
  )
})

describe('a unit that is on no shelf', () => {
  /** Three sets in a row, the first two driven by one sun. */
  const file = {
    format: 'plucky-unit',
    version: 1,
    id: 'three-in-a-row',
    name: 'Three in a row',
    train: {
      members: ['in', 'a', 'b', 'c', 'd', 'out'],
      sets: [
        { id: 'S1', kind: 'simple', sun: 'in', ring: 'a', carrier: 'b', sunTeeth: 30, ringTeeth: 70, pinions: 4 },
        { id: 'S2', kind: 'simple', sun: 'in', ring: 'b', carrier: 'c', sunTeeth: 30, ringTeeth: 70, pinions: 4 },
        { id: 'S3', kind: 'simple', sun: 'd', ring: 'c', carrier: 'out', sunTeeth: 34, ringTeeth: 74, pinions: 3 },
      ],
      elements: [
        { id: 'A', kind: 'brake', a: 'a', b: 'case' },
        { id: 'B', kind: 'brake', a: 'b', b: 'case' },
        { id: 'C', kind: 'clutch', a: 'in', b: 'd' },
        { id: 'D', kind: 'brake', a: 'd', b: 'case' },
      ],
      input: 'in',
      output: 'out',
      ranges: [
        { id: '1', name: 'first', on: ['B', 'D'] },
        { id: '2', name: 'second', on: ['A', 'D'] },
        { id: '3', name: 'third', on: ['A', 'C'] },
      ],
    },
  }
  const { train } = readUnitFile(file)

  it('solves: each ratio from nested simple sets by hand', () => {
    const [k1, k3] = [30 / 100, 74 / 108]
    const ratio = (id: string) => solveRange(train, rangeOf(train, id)).ratio
    // set two alone with its ring held; then the ring of set two turning as carrier one does
    expect(ratio('1')).toBeCloseTo(1 / (k1 * k3), 9)
    const c = k1 + 0.7 * k1
    expect(ratio('2')).toBeCloseTo(1 / (c * k3), 9)
    expect(ratio('3')).toBeCloseTo(1 / (c * k3 + 34 / 108), 9)
    const third = solveRange(train, rangeOf(train, '3'))
    expect(elementSlips(train, third)['D']).toBeCloseTo(1, 12)
  })

  it('explains a tie-up and a neutral, and names the ranges lost by each break', () => {
    const explain = (on: string[]) => explainRange(train, { id: 'x', name: 'x', on, reverse: false, lockup: false })
    expect(explain(['A', 'B', 'D'])).toMatchObject({ outcome: 'tied-up', culprits: ['A', 'B'] })
    expect(explain(['A']).wouldDrive.map(({ element }) => element)).toEqual(['C', 'D'])
    const loses = (id: string) => lostRanges(effectsOf(train).find((e) => e.at === id && e.kind !== 'stuck') as Effect)
    expect([loses('S1'), loses('B'), loses('D')]).toEqual([['2', '3'], ['1'], ['1', '2']])
    const said = rangesOf(readUnitFile(file)) as { ranges: { ratio: number }[]; breaks: { at: string; kind: string; loses: string[] }[] }
    expect(said.ranges.map(({ ratio }) => ratio)).toEqual(train.ranges.map((range) => solveRange(train, range).ratio))
    expect(said.breaks.find((b) => b.at === 'D' && b.kind === 'lost')?.loses).toEqual(['1', '2'])
  })

  it('reports every error with its path', () => {
    const broken = structuredClone(file)
    const [s1, s2] = broken.train.sets as unknown as [{ carrier: string; pinions: number }, { sun: string }]
    s1.carrier = 'nowhere'
    s1.pinions = 7
    s2.sun = 'b'
    broken.train.elements[0] = { id: 'A', kind: 'one-way', a: 'a', b: 'case' }
    broken.train.ranges[2] = { id: '2', name: 'third', on: ['A', 'Z'] }
    const checked = checkUnit({ id: broken.id, name: broken.name, train: broken.train })
    expect(checked.ok ? [] : checked.problems.map(({ path, code }) => `${path} ${code}`)).toEqual([
      'train.sets.0.pinions pinions-not-spaced',
      'train.sets.0.pinions pinions-collide',
      'train.sets.0.carrier member-unknown',
      'train.sets.1.ring set-on-one-member',
      'train.elements.0.holds one-way-without-sense',
      'train.ranges.2.on.1 element-unknown',
      'train.ranges.2.id listed-twice',
    ])
  })
})

describe('the shelf of every unit', () => {
  /** Power at which the stock unit, a first and a full build are meant to give way, hp. */
  const MEANT: Record<string, readonly [stock: number, first: number, full: number]> = {
    'linden-2': [270, 470, 760],
    'quince-4': [340, 660, 960],
    'rowan-4': [290, 520, 800],
    'medlar-4': [270, 440, 720],
    'hornbeam-6': [235, 345, 520],
  }
  const PRESSURES: Record<string, readonly [readonly number[], readonly number[], readonly number[]]> = {
    'linden-2': [
      [110, 150],
      [165, 215],
      [215, 260],
    ],
    'quince-4': [
      [125, 190],
      [185, 245],
      [225, 280],
    ],
    'rowan-4': [
      [120, 185],
      [175, 240],
      [220, 275],
    ],
    'medlar-4': [
      [125, 195],
      [175, 250],
      [215, 280],
    ],
    'hornbeam-6': [
      [150, 215],
      [195, 265],
      [235, 300],
    ],
  }
  const partsOf = (unit: Unit, stationId: string) =>
    shelf.filter((part) => part.unitIds.includes(unit.id) && part.stationIds.includes(stationId))

  it.each(Object.keys(MEANT))('%s: stock, first and full builds fit together and hold about what they are meant to', (id) => {
    const unit = unitOf(id)
    const job = jobs.find((j) => j.unitId === id) as (typeof jobs)[number]
    const converter = partsOf(unit, 'converter')[1] as Part
    const held = [0, 1, 2].map((level) => {
      const fitted = new Map(
        unit.stations
          .filter(({ kind }) => kind !== 'motor-plate' && kind !== 'pilot')
          .map((s) => [s.id, partsOf(unit, s.id)[level] as Part]),
      )
      expect([...fitted.values()].every((part) => part !== undefined)).toBe(true)
      expect(misfits(unit, fitted, job.variantId)).toEqual([])
      const [drive = 0, reverse = 0] = PRESSURES[id]?.[level] ?? []
      const pressure = { drivePa: toSi(drive, 'psi'), reversePa: toSi(reverse, 'psi') }
      const { behind: _, ...brief } = job.brief // what stands behind goes with one of the builds alone
      void _
      const answer = specAnswer({
        unit,
        brief,
        fitted: fitted.set('converter', { ...converter, stated: (partsOf(unit, 'converter')[level] as Part).stated }),
        pressure,
        rules: job.rules,
      })
      if (answer.outcome !== 'answered' || answer.held.outcome !== 'held') throw new Error(`${id}: ${answer.outcome}`)
      expect(answer.stations.flatMap((s) => s.missing)).toEqual([])
      // Heat and life are judged at the power of the job, which stock parts are not meant for.
      expect(answer.findings.filter(({ code }) => code !== 'life-short' && !code.startsWith('shift-'))).toEqual([])
      return fromSi(answer.held.powerW, 'hp')
    })
    held.forEach((hp, level) => expect(Math.abs(hp / (MEANT[id]?.[level] ?? 0) - 1)).toBeLessThan(0.12))
  })

  it('each demo job is judged, and its parts as received hold less than the installed ones', () => {
    for (const job of jobs) {
      const unit = unitOf(job.unitId)
      const held = (fits: Readonly<Record<string, string | null>>) => {
        const fitted = new Map(
          Object.entries(fits).flatMap(([station, id]): [string, Part][] =>
            id === null ? [] : [[station, catalogue.parts.get(id) as Part]],
          ),
        )
        const answer = specAnswer({ unit, brief: job.brief, fitted, pressure: job.spec.pressure, rules: job.rules })
        return answer.outcome === 'answered' && answer.held.outcome === 'held' ? answer.held.powerW : 0
      }
      expect([job.name, held(job.arrived) < held(job.spec.fits)]).toEqual([job.name, true])
    }
  })
})
