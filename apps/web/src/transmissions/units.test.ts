import type { Job, JobContent } from '@plucky/contract'
import { CASE, NOTHING_FOUND, solveRange, specAnswer, type GearTrain, type Part, type Unit } from '@plucky/core'
import { demoShop } from '@plucky/demo'
import fc from 'fast-check'
import { leversOf } from './lever-layout.js'
import { marginsOf, recordsOf } from './diagnosis.js'
import { memberTorque } from './reading.js'
import { layoutStick, legBoxes, linkBoxes, meet, nameBox } from './stick-layout.js'
import { copyOf, FIRST_UNIT, withMemberNamed, withPlaceNamed, type DraftUnit } from './unit-edit.js'

const { units, jobs, catalogue } = demoShop()

/** Trains with members, joints and elements hung up at random: nothing about them needs to make sense to be drawn. */
const anyDrawn = fc
  .record({ seed: fc.constantFrom(...units), swap: fc.array(fc.tuple(fc.nat(), fc.nat(), fc.nat(2)), { maxLength: 6 }) })
  .map(({ seed: { train }, swap }): GearTrain => {
    const pick = (n: number) => train.members[n % train.members.length] as string
    return swap.reduce<GearTrain>((now, [at, to, what]) => {
      if (what === 0) return { ...now, sets: now.sets.map((set, i) => (i === at % now.sets.length ? { ...set, carrier: pick(to) } : set)) }
      if (what === 1)
        return {
          ...now,
          elements: now.elements.map((e, i) => (i === at % now.elements.length && pick(to) !== e.b ? { ...e, a: pick(to) } : e)),
        }
      return { ...now, joints: now.joints.filter((_j, i) => i !== at % Math.max(1, now.joints.length)) }
    }, train)
  })

describe('sticks', () => {
  it('draws every gear, element and joint of any train once, on lines that do not touch', () => {
    fc.assert(
      fc.property(anyDrawn, fc.integer({ min: 700, max: 1600 }), (train, width) => {
        const layout = layoutStick(train, width)
        expect(JSON.stringify(layout)).not.toMatch(/null,null|NaN/)
        expect(layout.legs.length).toBe(3 * train.sets.length)
        const joints = [...layout.legs.flatMap(({ joint }) => joint ?? []), ...layout.links.flatMap((link) => link.joints)].map(
          ({ id }) => id,
        )
        const drawn = [...layout.links.map(({ id }) => id), ...joints].sort()
        expect(drawn).toEqual([...train.elements, ...train.joints].map(({ id }) => id).sort())
        for (const a of layout.spines)
          for (const b of layout.spines) if (a !== b && a.y === b.y) expect(a.to < b.from || b.to < a.from).toBe(true)
        for (const { spine, path } of layout.legs) {
          const line = layout.spines.find(({ member }) => member === spine)
          const [x, y] = path[path.length - 1] as readonly [number, number]
          if (spine !== CASE) expect([line?.y, (line?.from ?? 0) <= x + 0.01 && x <= (line?.to ?? 0) + 0.01]).toEqual([y, true])
        }
        for (const { x } of layout.links) expect(x > 0 && x < layout.width).toBe(true)
        expect(layout.width).toBeGreaterThanOrEqual(width)
      }),
      { numRuns: 120 },
    )
  })
})

it.each(units)('nothing crosses the name of a member in the stick diagram of $name', ({ train }) => {
  const { spines, links, legs } = layoutStick(train, 1230)
  const drawn = [...links.flatMap(linkBoxes), ...legs.flatMap(legBoxes)]
  const crossed = spines.filter(({ member, nameAt, y }) => drawn.some((box) => meet(box, nameBox(member, nameAt, y))))
  expect(crossed.map(({ member }) => member)).toEqual([])
})

describe('levers', () => {
  it.each(units)('$name: the speeds of every range lie on straight lines, one lever for sets that share two members', ({ train }) => {
    for (const range of train.ranges) {
      const { speeds } = solveRange(train, range)
      for (const { nodes } of leversOf(train)) {
        const points = nodes.flatMap(({ members, place }) =>
          speeds[members[0] as string] === undefined ? [] : [{ place, speed: speeds[members[0] as string] as number }],
        )
        const [a, b] = [points[0], points[points.length - 1]]
        if (!a || !b || a.place === b.place) continue
        for (const { place, speed } of points)
          expect(speed).toBeCloseTo(a.speed + ((b.speed - a.speed) * (place - a.place)) / (b.place - a.place), 9)
      }
    }
  })
  it('reduces a Simpson arrangement and a compound set to one lever of four', () => {
    const nodes = (id: string) => leversOf(units.find((u) => u.id === id)?.train as GearTrain).map((lever) => lever.nodes.length)
    expect([nodes('alder-3'), nodes('hornbeam-6'), nodes('quince-4')]).toEqual([[4], [3, 4], [4]])
  })
})

describe('a typed transmission', () => {
  const base = units[0] as unknown as DraftUnit
  it('keeps its ratios when members and places are renamed, with all references', () => {
    const ratios = ({ train }: DraftUnit) => train.ranges.map((range) => solveRange(train, range).ratio)
    const members = base.train.members.reduce<DraftUnit>((draft, m, i) => withMemberNamed(draft, m, `m${i}`), base)
    const places = [...base.train.sets, ...base.train.joints, ...base.train.elements].map(({ id }) => id)
    const all = places.reduce<DraftUnit>((draft, id, i) => withPlaceNamed(draft, id, `p${i}`), members)
    expect(ratios(all)).toEqual(ratios(base))
    const text = JSON.stringify(all.stations?.map(({ load, speedOf }) => [load, speedOf]))
    for (const name of [...base.train.members.filter((m) => m !== 'input' && m !== 'output'), ...places])
      expect(text).not.toContain(`"${name}"`)
  })
  it('begins with a solvable train, and copies without an id', () => {
    expect(FIRST_UNIT.train.ranges.map((range) => solveRange(FIRST_UNIT.train, range).ratio)).toEqual([3, 1])
    expect(copyOf(units[0] as Unit)).toMatchObject({ id: '', name: 'Alder 3, copy' })
  })
})

it('a member carries the torque through it: the input 1, the output the ratio', () => {
  for (const { train } of units)
    for (const range of train.ranges) {
      const solution = solveRange(train, range)
      expect(memberTorque(train, solution, train.input)).toBeGreaterThanOrEqual(1 - 1e-9)
      expect(memberTorque(train, solution, train.output)).toBeGreaterThanOrEqual(Math.abs(solution.ratio) - 1e-9)
    }
})

describe('the transmission of a job before teardown', () => {
  const job = jobs.find(({ unitId }) => unitId === 'quince-4') as JobContent
  const unit = units.find(({ id }) => id === 'quince-4') as Unit
  const fitted = new Map(
    Object.entries(job.arrived).flatMap(([station, id]): [string, Part][] =>
      id === null ? [] : [[station, catalogue.parts.get(id) as Part]],
    ),
  )
  const answer = specAnswer({ unit, brief: job.brief, fitted, pressure: job.spec.pressure, rules: job.rules })
  if (answer.outcome !== 'answered') throw new Error(answer.outcome)

  it('has the worst margin of each place over its stations', () => {
    const margins = marginsOf(unit, answer)
    const at = (station: string) => answer.stations.find(({ stationId }) => stationId === station)?.worst?.margin
    expect([margins['forward'], margins['front set'], margins['rear set']]).toEqual([at('forward-pack'), at('gear-sets'), at('gear-sets')])
    expect(margins['shell lugs']).toBeUndefined()
    expect(marginsOf(unit, undefined)).toEqual({})
  })
  it('has the count of each fault in other transmissions of its model', () => {
    const found = (number: number, unitId: string, what: string | null) =>
      ({ ...job, number, unitId, teardown: { ...NOTHING_FOUND, found: what } }) as unknown as Job
    const kept = [
      found(1, 'quince-4', 'a'),
      found(2, 'quince-4', 'a'),
      found(3, 'quince-4', 'b'),
      found(4, 'rowan-4', 'a'),
      found(5, 'quince-4', null),
    ]
    expect(recordsOf(kept, 'quince-4', null)).toEqual({ a: 2, b: 1 })
    expect(recordsOf(kept, 'quince-4', 2)).toEqual({ a: 1, b: 1 })
  })
})
