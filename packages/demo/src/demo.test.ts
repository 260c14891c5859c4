import { likelyWords, statedWords, togetherSentence, verdictSentence, type JobContent } from '@plucky/contract'
import {
  DEFAULT_RULES,
  fromSi,
  solveTrain,
  specAnswer,
  stationLimits,
  toSi,
  type Answer,
  type Brief,
  type Part,
  type SpecResult,
  type Unit,
} from '@plucky/core'
import fc from 'fast-check'
import { demoShop } from './index.js'

const { units, shelf, jobs } = demoShop()
const unit = units.find((u) => u.id === 'alder-3') as Unit
const [weak, balanced] = jobs as [JobContent, JobContent]
const partById = new Map(shelf.map((part) => [part.id, part]))
const partsAt = (stationId: string) => shelf.filter((part) => part.unitIds.includes(unit.id) && part.stationIds.includes(stationId))

const fittedFrom = (fits: JobContent['arrived'], parts: ReadonlyMap<string, Part> = partById) =>
  new Map(
    Object.entries(fits).flatMap(([station, id]): [string, Part][] => (id && parts.has(id) ? [[station, parts.get(id) as Part]] : [])),
  )
const answered = (answer: SpecResult): Answer => {
  if (answer.outcome !== 'answered') throw new Error(answer.outcome)
  return answer
}
const answerOf = (
  job: JobContent,
  change: { fits?: Record<string, string>; brief?: Partial<Brief>; parts?: ReadonlyMap<string, Part> } = {},
) =>
  answered(
    specAnswer({
      unit,
      brief: { ...job.brief, ...change.brief },
      fitted: fittedFrom({ ...job.spec.fits, ...change.fits }, change.parts),
      pressure: job.spec.pressure,
      rules: job.rules,
    }),
  )
const hp = (held: Answer['held']) => (held.outcome === 'held' ? fromSi(held.powerW, 'hp') : NaN)
const stationOf = (answer: Answer, id: string) => answer.stations.find((s) => s.stationId === id) as Answer['stations'][number]

describe('Alder 3', () => {
  const solved = solveTrain(unit.train)
  it.each([
    ['1', 2.5882],
    ['2', 1.5882],
    ['3', 1],
    ['R', -1.7],
  ])('range %s has the ratio %f by its teeth', (id, ratio) => expect(solved.get(id)?.ratio).toBeCloseTo(ratio, 4))
  it('in third the direct pack carries 0.3704 of the input torque, in reverse the low-reverse brake 2.7', () => {
    expect(solved.get('3')?.torques['direct']).toBeCloseTo(0.3704, 4)
    expect(solved.get('R')?.torques['low-reverse']).toBeCloseTo(2.7, 9)
    expect(Math.abs(solved.get('2')?.torques['intermediate'] ?? 0)).toBeCloseTo(40 / 68, 9)
  })
  it('has three or more parts per station, one of them stock unless no transmission has it', () => {
    for (const station of unit.stations) {
      expect(partsAt(station.id).length).toBeGreaterThanOrEqual(3)
      expect(partsAt(station.id).filter((part) => part.stock)).toHaveLength(['motor-plate', 'pilot'].includes(station.kind) ? 0 : 1)
    }
  })
})

describe('the answer', () => {
  const answer = answerOf(weak)
  it('names power held, first failure and its place', () => {
    const sentence = verdictSentence(answer, unit, weak.brief)
    expect(sentence).toMatch(/^Holds about \d+ hp \(target 840 hp\)\. Weakest link: .+, (in|at) .+\.$/)
    expect(Number(/about (\d+)/.exec(sentence)?.[1])).toBeCloseTo(hp(answer.held), -1)
    expect(togetherSentence(answer, unit)).toMatch(/Upgrade them together/)
  })

  it('is the least of the stations, in breaking order', () => {
    const powers = answer.breakingOrder.map((id) => hp(stationOf(answer, id).held))
    expect(powers).toEqual([...powers].sort((a, b) => a - b))
    expect(powers[0]).toBe(hp(answer.held))
    expect(answer.breakingOrder).toEqual(
      expect.arrayContaining(unit.stations.flatMap(({ id, load }) => (id === 'lockup' || load.at === 'none' ? [] : [id]))),
    )
    expect(stationOf(answer, 'lockup')).toMatchObject({ held: { outcome: 'no-figure' }, missing: [] }) // its converter does not lock
  })

  it('has a worst margin of exactly 1 at the power held, with engine and converter really made to it', () => {
    for (const job of [weak, balanced]) {
      const base = answerOf(job)
      const scale = hp(base.held) / fromSi(base.peakPowerW, 'hp')
      const engine = job.brief.engine
      if (engine.form !== 'headline') throw new Error('headline expected')
      const headline = {
        ...engine.headline,
        peakPowerW: engine.headline.peakPowerW * scale,
        peakTorqueNm: engine.headline.peakTorqueNm * scale,
      }
      const converter = partById.get(job.spec.fits['converter'] ?? '') as Part & { kind: 'converter' }
      const stall = converter.geometry.stall
      const rematched: Part = {
        ...converter,
        geometry: { ...converter.geometry, stall: { ...stall, referenceTorqueNm: stall.referenceTorqueNm * scale } },
      }
      const at = answerOf(job, { brief: { engine: { ...engine, headline } }, parts: new Map(partById).set(converter.id, rematched) })
      expect(Math.min(...at.stations.flatMap((s) => s.worst?.margin ?? []))).toBeCloseTo(1, 8)
      expect(at.stallSpeedRadPerS).toBeCloseTo(base.stallSpeedRadPerS, 6)
    }
  })

  it('holds another power with this very converter, where the margin is 1 as well', () => {
    const base = answerOf(weak)
    const scale = hp(base.heldSameConverter) / fromSi(base.peakPowerW, 'hp')
    const engine = weak.brief.engine
    if (engine.form !== 'headline') throw new Error('headline expected')
    const headline = {
      ...engine.headline,
      peakPowerW: engine.headline.peakPowerW * scale,
      peakTorqueNm: engine.headline.peakTorqueNm * scale,
    }
    const at = answerOf(weak, { brief: { engine: { ...engine, headline } } })
    expect(Math.min(...at.stations.flatMap((s) => s.worst?.margin ?? []))).toBeCloseTo(1, 6)
    expect(at.stallSpeedRadPerS).not.toBeCloseTo(base.stallSpeedRadPerS, 1)
  })

  it('loses margin at every loaded station when the engine gets stronger', () => {
    fc.assert(
      fc.property(fc.double({ min: 1.01, max: 1.4, noNaN: true }), (more) => {
        const engine = weak.brief.engine
        if (engine.form !== 'headline') throw new Error('headline expected')
        const headline = {
          ...engine.headline,
          peakPowerW: engine.headline.peakPowerW * more,
          peakTorqueNm: engine.headline.peakTorqueNm * more,
        }
        const stronger = answerOf(weak, { brief: { engine: { ...engine, headline } } })
        for (const s of answer.stations.filter((each) => each.worst))
          expect(stationOf(stronger, s.stationId).worst?.margin).toBeLessThan(s.worst?.margin ?? 0)
      }),
      { numRuns: 15 },
    )
  })

  it('counts shock once: demand is the static torque times one factor', () => {
    for (const s of answer.stations) for (const c of s.cases) expect(c.demandNm).toBeCloseTo(c.loadNm * c.factor, 9)
    const launch = stationOf(answer, 'input-shaft').cases.find((c) => c.caseId === 'launch')
    expect(launch).toMatchObject({ factor: 1.5, loadNm: answer.cases[0]?.turbine.torqueNm })
  })

  it('a swap at a station that is not the weakest, and changes neither load nor pressure, leaves power held as it was', () => {
    const base = hp(answer.held)
    for (const station of unit.stations) {
      if (station.load.at === 'none' || station.kind === 'converter' || station.kind === 'lockup') continue // the one changes every load, the other's converter does not lock
      for (const part of partsAt(station.id)) {
        const swapped = answerOf(weak, { fits: { [station.id]: part.id } })
        const own = hp(stationOf(swapped, station.id).held)
        const others = Math.min(...swapped.stations.filter((s) => s.stationId !== station.id && s.worst).map((s) => hp(s.held)))
        expect(hp(swapped.held)).toBe(Math.min(own, others))
        if (answer.breakingOrder[0] !== station.id) expect(others).toBe(base)
      }
    }
  })

  it('without any stated limit plates, shafts, hubs, necks, packs, one-ways and teeth still get a verdict from geometry, and the rest is named', () => {
    const bare = new Map(shelf.map((part) => [part.id, { ...part, stated: [] } as Part]))
    const locked = { converter: 'conv-258-lock', lockup: 'lockup-three-faces' }
    const answer = answerOf(weak, { parts: bare, fits: locked })
    for (const station of unit.stations.filter(({ load }) => load.at !== 'none')) {
      const { held, missing } = stationOf(answer, station.id)
      const modelled = station.kind !== 'converter'
      expect([station.id, held.outcome === 'held', missing.length > 0]).toEqual([station.id, modelled, !modelled])
    }
    const sentence = verdictSentence(answer, unit, weak.brief)
    for (const station of unit.stations.filter((s) => s.kind === 'converter')) expect(sentence).toContain(station.name)
  })

  it('gives the reason if there is none', () => {
    const without = (id: string, change: Partial<Brief> = {}) =>
      specAnswer({
        unit,
        brief: { ...weak.brief, ...change },
        fitted: fittedFrom({ ...weak.spec.fits, converter: id }),
        pressure: weak.spec.pressure,
        rules: weak.rules,
      })
    expect(verdictSentence(without('none'), unit, weak.brief)).toMatch(/No converter chosen: this assumes one that stalls at/)
    const engine = { kind: 'petrol', form: 'points', points: [{ speedRadPerS: 100, torqueNm: 5 }] } as const
    expect(verdictSentence(without('conv-258-forged', { engine }), unit, weak.brief)).toMatch(/at least two points/)
  })
})

describe('limits as they are stated', () => {
  const own = (kind: 'petrol' | 'diesel', fits: Record<string, string>, rules = DEFAULT_RULES) =>
    answered(
      specAnswer({
        unit,
        brief: { ...weak.brief, engine: { ...weak.brief.engine, kind } },
        fitted: fittedFrom({ ...weak.spec.fits, ...fits }),
        pressure: weak.spec.pressure,
        rules,
      }),
    )
  const sheet = (kind: 'petrol' | 'diesel') =>
    stationOf(own(kind, { 'flex-plate': 'plate-machined' }), 'flex-plate').cases[0]?.capacityNm ?? 0

  it('a plate rated in power without rpm holds more torque with a diesel than with a gasoline engine, and names the basis', () => {
    expect(fromSi(sheet('petrol'), 'lb-ft')).toBeCloseTo((1150 * 5252.113) / 6000, 1)
    expect(sheet('diesel') / sheet('petrol')).toBeLessThanOrEqual(6000 / 2800) // a bolted joint may give way before the sheet does
    expect(sheet('diesel')).toBeGreaterThan(sheet('petrol'))
    const part = partById.get('plate-machined') as Part
    const words = (engineKind: 'petrol' | 'diesel') => {
      const limit = stationLimits(unit, unit.stations[0] as Unit['stations'][number], part, {
        engineKind,
        rules: DEFAULT_RULES,
      }).limits.find((l) => l.place.feature === 'sheet')
      return limit?.stated ? statedWords(limit.stated, limit.basis) : ''
    }
    expect(words('petrol')).toBe('1150 hp, converted at 6000 rpm (gasoline, house rule): 1007 lb-ft')
    expect(words('diesel')).toBe('1150 hp, converted at 2800 rpm (diesel, house rule): 2157 lb-ft')
  })

  it('the house rule says whether computed, stated or the lower counts', () => {
    const held = (limitThatCounts: 'lower' | 'computed' | 'stated') =>
      stationOf(own('petrol', { 'main-shaft': 'main-300m' }, { ...DEFAULT_RULES, limitThatCounts }), 'main-shaft')
    const [lower, computed, stated] = [held('lower'), held('computed'), held('stated')]
    expect([lower, computed, stated].map(({ worst }) => worst?.limit.origin)).toEqual(['broken', 'computed', 'broken'])
    expect(fromSi(stated.worst?.capacityNm ?? 0, 'lb-ft')).toBeCloseTo(1700, 6)
    expect(hp(lower.held)).toBe(Math.min(hp(computed.held), hp(stated.held)))
  })

  it('a life figure is shown and never counted; a figure at the engine is held against the engine', () => {
    const station = unit.stations.find((s) => s.id === 'input-shaft') as Unit['stations'][number]
    const limits = (id: string) =>
      stationLimits(unit, station, partById.get(id) as Part, { engineKind: 'petrol', rules: DEFAULT_RULES }).limits
    expect(
      limits('input-waisted')
        .filter((l) => !l.counts)
        .map((l) => l.stated?.basis),
    ).toEqual(['life'])
    expect(limits('input-300m').find((l) => l.stated)?.load).toEqual({ at: 'engine' })
  })

  it('the likely range contains the answer, with the scatter of strength, engine and, above static torque, shock', () => {
    const share = (answer: Answer) =>
      ((answer.likely?.highW ?? 0) - (answer.likely?.lowW ?? 0)) / 2 / (answer.held.outcome === 'held' ? answer.held.powerW : NaN)
    const [shaft, oneWay] = [answerOf(weak), answerOf(balanced)]
    for (const a of [shaft, oneWay])
      expect([a.likely && a.likely.lowW < toSi(hp(a.held), 'hp'), a.likely && a.likely.highW > toSi(hp(a.held), 'hp')]).toEqual([
        true,
        true,
      ])
    // the shaft by its steel under a launch factor, the one-way clutch by its maker at full power, where there is none
    expect(share(shaft)).toBeCloseTo(Math.hypot(0.05, 0.15, 0.03), 1)
    expect(share(oneWay)).toBeLessThan(share(shaft))
    expect(likelyWords(shaft)).toMatch(/^\d+0–\d+0 hp$/)
  })
})

describe('duty cases', () => {
  it('locks up in third only, and only with a converter that can', () => {
    const ids = (converter: string) => answerOf(weak, { fits: { converter } }).cases.map((c) => c.id)
    const plain = ['launch', 'launch-off-boost', 'full-1', 'full-2', 'shift-2', 'full-3', 'shift-3', 'reverse-R']
    expect(ids('conv-258-forged')).toEqual(plain)
    expect(ids('conv-258-lock')).toEqual(plain) // nothing in it to lock with
    const locking = answerOf(weak, { fits: { converter: 'conv-258-lock', lockup: 'lockup-three-faces' } })
    expect(locking.cases.map((c) => c.id)).toEqual([...plain.slice(0, -1), 'lockup-3', 'reverse-R'])
    expect(stationOf(locking, 'lockup').cases.map((c) => c.caseId)).toEqual(['lockup-3'])
  })
  it('reverse has a share of the stall torque and its own pressure', () => {
    const [launch, reverse] = [answerOf(weak).cases[0], answerOf(weak).cases.at(-1)]
    expect((reverse?.turbine.torqueNm ?? 0) / (launch?.turbine.torqueNm ?? 1)).toBeCloseTo(0.5, 9)
    expect(reverse?.linePressurePa).toBe(weak.spec.pressure.reversePa)
  })
  it('full throttle from rest in an upper range loads it more than after a shift', () => {
    const second = (upperRangeStart: Brief['upperRangeStart']) =>
      answerOf(weak, { brief: { upperRangeStart } }).cases.find((c) => c.id === 'full-2')?.turbine.torqueNm ?? 0
    expect(second('from-rest')).toBeGreaterThan(1.2 * second('after-shift'))
  })
  it('a drum at rest at stall has no centrifugal oil pressure, and one that turns has', () => {
    const fwd = stationOf(answerOf(weak), 'forward-pack')
    const at = (id: string) => fwd.cases.find((c) => c.caseId === id)?.capacityNm ?? 0
    expect(at('full-3')).toBeGreaterThan(1.02 * at('launch'))
  })
})

describe('the made-up shelf', () => {
  const stockFits = Object.fromEntries(unit.stations.map((s) => [s.id, partsAt(s.id).find((p) => p.stock)?.id ?? '']))
  const bestFits = Object.fromEntries(
    unit.stations.map((s) => [
      s.id,
      partsAt(s.id).reduce((best, part) =>
        hp(stationOf(answerOf(balanced, { fits: { [s.id]: part.id } }), s.id).held) >
        hp(stationOf(answerOf(balanced, { fits: { [s.id]: best.id } }), s.id).held)
          ? part
          : best,
      ).id,
    ]),
  )
  const stock = { ...weak, spec: { fits: stockFits, works: {}, pressure: { drivePa: toSi(128, 'psi'), reversePa: toSi(190, 'psi') } } }
  // What carries no torque is chosen to make and bear the pressure.
  const oil = { pump: 'pump-faced', valves: 'valves-racing' }
  const best = {
    ...weak,
    spec: { fits: { ...bestFits, ...oil }, works: {}, pressure: { drivePa: toSi(225, 'psi'), reversePa: toSi(270, 'psi') } },
  }

  it('stock parts fail near the stock power of the transmission, the best near its highest power', () => {
    const [low, high] = [hp(answerOf(stock).held), hp(answerOf(best).held)]
    expect(low).toBeGreaterThan(300)
    expect(low).toBeLessThan(480)
    expect(high).toBeGreaterThan(950)
    expect(high).toBeLessThan(1300)
  })
  it('every upgrade holds more than stock at its own station', () => {
    for (const station of unit.stations.filter(({ load }) => load.at !== 'none')) {
      const around = station.kind === 'lockup' ? { converter: 'conv-258-lock' } : {}
      const own = (id: string) => hp(stationOf(answerOf(weak, { fits: { ...around, [station.id]: id } }), station.id).held)
      for (const part of partsAt(station.id))
        if (!part.stock) expect([part.id, own(part.id) > own(stockFits[station.id] ?? '')]).toEqual([part.id, true])
    }
  })
  it('the balanced job holds its target, the weak one does not', () => {
    expect(hp(answerOf(balanced).held)).toBeGreaterThanOrEqual(840)
    expect(hp(answerOf(weak).held)).toBeLessThan(840)
  })
})
