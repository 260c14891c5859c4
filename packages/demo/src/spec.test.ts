import {
  caseInSentence,
  findingSentence,
  misfitSentence,
  placeName,
  togetherSentence,
  verdictSentence,
  firstCase,
  type JobContent,
} from '@plucky/contract'
import {
  DEFAULT_RULES,
  drumState,
  oilOf,
  powerHeld,
  fromSi,
  loadTorque,
  misfits,
  solveTrain,
  specAnswer,
  stationLimits,
  takenOff,
  stationSpeed,
  toSi,
  deriveMargin,
  derivePowerHeld,
  type Answer,
  type DutyCase,
  type Limit,
  type Part,
  type RangeSolution,
  type SpecInput,
  type StatedLimit,
  type StationCase,
  type Unit,
  type Derivation,
  type DerivationInput,
  type WorstPoint,
} from '@plucky/core'
import fc from 'fast-check'
import { demoShop } from './index.js'

const { units, shelf, jobs } = demoShop()
const unit = units[0] as Unit
const job = jobs[0] as JobContent
const gearing = solveTrain(unit.train)
const byId = new Map(shelf.map((part) => [part.id, part]))
const partsAt = (stationId: string) => shelf.filter((part) => part.stationIds.includes(stationId))
const fittedOf = (fits: JobContent['arrived']) =>
  new Map(Object.entries(fits).flatMap(([s, id]): [string, Part][] => (id ? [[s, byId.get(id) as Part]] : [])))
const inputOf = (change: Partial<SpecInput> = {}): SpecInput => ({
  unit,
  brief: job.brief,
  fitted: fittedOf(job.spec.fits),
  pressure: job.spec.pressure,
  rules: job.rules,
  ...change,
})
const answered = (input: SpecInput): Answer => {
  const answer = specAnswer(input)
  if (answer.outcome !== 'answered') throw new Error(answer.outcome)
  return answer
}

const withLimit = (part: Part, limit: Partial<StatedLimit>): Part => ({
  ...part,
  stated: [...part.stated, { place: 'station', origin: 'maker', ...limit }],
})

/** Margins of a station in one case, limit by limit from its load: slow, and apart from the search. */
function marginsOf(
  input: SpecInput,
  station: Unit['stations'][number],
  limits: readonly Limit[],
  duty: DutyCase,
  gearing: ReadonlyMap<string, RangeSolution>,
): number[] {
  const range = gearing.get(duty.rangeId) as RangeSolution
  const oil = oilOf(duty, drumState(input.unit, station, range))
  return limits.flatMap((limit) => {
    const { load } = limit
    const comes = load.at !== 'shift' || duty.upshift?.coming.includes(load.id)
    const loadNm = limit.counts && comes ? loadTorque(load, duty, range) : 0
    const held = limit.torqueNm(oil) + takenOff({ input, station, duty, limit })
    return loadNm > 0 ? [held / (loadNm * duty.factors[limit.shock])] : []
  })
}

/** Any spec of any unit from its shelf, at any pressure, by any of the schools on which limit counts. */
const anySpec = fc
  .record({
    of: fc.constantFrom(...units),
    picks: fc.array(fc.nat(), { minLength: 24, maxLength: 24 }),
    psi: fc.integer({ min: 70, max: 280 }),
    limitThatCounts: fc.constantFrom('lower' as const, 'computed' as const, 'stated' as const),
    lifeLimits: fc.constantFrom('beside' as const, 'count' as const),
    lockupInShifts: fc.constantFrom('released' as const, 'held' as const),
    lockupRanges: fc.constantFrom('as-unit' as const, 'top' as const),
  })
  .map(({ of, picks, psi, limitThatCounts, lifeLimits, lockupInShifts, lockupRanges }): SpecInput => {
    const partsOf = (id: string) => partsAt(id).filter((part) => part.unitIds.includes(of.id))
    const fits = Object.fromEntries(of.stations.map((s, i) => [s.id, partsOf(s.id)[(picks[i] ?? 0) % partsOf(s.id).length]?.id ?? null]))
    return {
      unit: of,
      brief: (jobs.find(({ unitId }) => unitId === of.id) as JobContent).brief,
      fitted: fittedOf(fits),
      pressure: { drivePa: toSi(psi, 'psi'), reversePa: toSi(psi * 1.25, 'psi') },
      rules: { ...DEFAULT_RULES, limitThatCounts, lifeLimits, lockupInShifts, lockupRanges },
    }
  })

describe('the fast search', () => {
  it('finds the power at which the full judgment of the station has margin 1', () => {
    fc.assert(
      fc.property(anySpec, (input) => {
        const answer = answered(input)
        const { unit, brief, rules = DEFAULT_RULES } = input
        const gearing = solveTrain(unit.train)
        for (const verdict of answer.stations) {
          if (verdict.strength.outcome !== 'held') continue
          const station = unit.stations.find((s) => s.id === verdict.stationId) as Unit['stations'][number]
          const { limits } = stationLimits(unit, station, input.fitted.get(station.id) as Part, { engineKind: brief.engine.kind, rules })
          const scale = verdict.strength.powerW / answer.peakPowerW
          const margins = answer.cases.flatMap((duty) => {
            const range = gearing.get(duty.rangeId)
            if (!range) return []
            const times = (p: WorstPoint) => ({
              ...p,
              torqueNm: p.made ? Math.min(p.made.mostNm, scale * p.made.engineNm + p.made.inertiaNm) : scale * p.torqueNm,
            })
            const scaled = {
              ...duty,
              engine: times(duty.engine),
              stator: times(duty.stator),
              turbine: times(duty.turbine),
              lockup: times(duty.lockup),
              shift: times(duty.shift),
            }
            return marginsOf(input, station, limits, scaled, gearing)
          })
          expect(Math.min(...margins)).toBeCloseTo(1, 9)
          const unscaled = answer.cases.flatMap((duty) => marginsOf(input, station, limits, duty, gearing))
          expect(verdict.worst?.margin).toBeCloseTo(Math.min(...unscaled), 12)
        }
      }),
      { numRuns: 60 },
    )
  })

  it('finds the power itself to nine digits, also where little of the torque scales with it', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 0.97, noNaN: true }), fc.double({ min: 0.1, max: 7, noNaN: true }), (inertia, root) => {
        const held = powerHeld((scale) => inertia + ((1 - inertia) * scale) / root, 1 / root)
        expect(held).toEqual({ outcome: 'held', powerW: expect.closeTo(1, 9) as number })
      }),
    )
  })

  it('is the same each time, and for any order of the parts', () => {
    fc.assert(
      fc.property(anySpec, (input) => {
        const turned = { ...input, fitted: new Map([...input.fitted].reverse()) }
        expect(specAnswer(turned)).toEqual(specAnswer(input))
      }),
      { numRuns: 20 },
    )
  })

  it('more line pressure never lets a pack or a band hold less', () => {
    fc.assert(
      fc.property(anySpec, fc.double({ min: 1.01, max: 1.5, noNaN: true }), (input, more) => {
        const higher = { ...input, pressure: { drivePa: more * input.pressure.drivePa, reversePa: more * input.pressure.reversePa } }
        const power = (a: Answer, id: string) => {
          const held = a.stations.find((s) => s.stationId === id)?.held
          return held?.outcome === 'held' ? held.powerW : held?.outcome === 'fails-at-smallest' ? 0 : Infinity
        }
        const [before, after] = [answered(input), answered(higher)]
        for (const s of input.unit.stations.filter((x) => x.kind === 'pack' || x.kind === 'band'))
          expect(power(after, s.id)).toBeGreaterThanOrEqual(power(before, s.id))
      }),
      { numRuns: 30 },
    )
  })
})

describe('workings', () => {
  const leaves = (working: Derivation): DerivationInput[] =>
    working.inputs.flatMap((input) => (input.working ? leaves(input.working) : [input]))
  const nodes = (working: Derivation): Derivation[] => [
    working,
    ...working.inputs.flatMap((input) => (input.working ? nodes(input.working) : [])),
  ]

  it('end in the figure that decided, at every station and case of any spec', () => {
    fc.assert(
      fc.property(anySpec, (input) => {
        const answer = answered(input)
        for (const verdict of answer.stations) {
          for (const judged of verdict.cases) {
            const working = deriveMargin(input, answer, verdict.stationId, judged.caseId) as Derivation
            expect([verdict.stationId, judged.caseId, working.valueSi / judged.margin]).toEqual([
              verdict.stationId,
              judged.caseId,
              expect.closeTo(1, 9),
            ])
            const [capacity, demand] = working.inputs
            expect(capacity?.valueSi).toBeCloseTo(judged.capacityNm, 6)
            expect(demand?.valueSi).toBeCloseTo(judged.demandNm, 6)
          }
          if (verdict.held.outcome === 'held')
            expect((derivePowerHeld(input, answer, verdict.stationId)?.valueSi ?? NaN) / verdict.held.powerW).toBeCloseTo(1, 9)
        }
      }),
      { numRuns: 25 },
    )
  })

  it('find the figure that decided also where one maker states two of one place', () => {
    const shaft = job.spec.fits['input-shaft'] ?? ''
    const stated = [
      { torqueNm: toSi(900, 'lb-ft') },
      { torqueNm: toSi(300, 'lb-ft'), at: 'engine' as const },
      { torqueNm: toSi(1000, 'lb-ft') },
    ]
    for (const order of [stated, [...stated].reverse()]) {
      const part = order.reduce(withLimit, byId.get(shaft) as Part)
      const input = inputOf({
        fitted: fittedOf(job.spec.fits).set('input-shaft', part),
        rules: { ...DEFAULT_RULES, limitThatCounts: 'stated' },
      })
      const answer = answered(input)
      const verdict = answer.stations.find((s) => s.stationId === 'input-shaft') as Answer['stations'][number]
      for (const c of verdict.cases) expect(deriveMargin(input, answer, 'input-shaft', c.caseId)?.valueSi).toBeCloseTo(c.margin, 9)
      expect(verdict.worst?.capacityNm).toBeCloseTo(toSi(300, 'lb-ft'), 9)
    }
  })

  it('name formula and source at every step, down to part, brief, rule, spec and teeth', () => {
    const answer = answered(inputOf())
    const working = derivePowerHeld(inputOf(), answer, 'input-shaft') as Derivation
    for (const node of nodes(working))
      expect([node.name.length > 2, node.formula.length > 0, node.source.length > 0]).toEqual([true, true, true])
    const origins = new Set(leaves(working).map((leaf) => leaf.origin))
    expect([...origins]).toEqual(expect.arrayContaining(['part', 'brief', 'rule', 'unit', 'constant']))
    const bore = leaves(working).find((leaf) => leaf.name === 'bore')
    expect(fromSi(bore?.valueSi ?? NaN, 'in')).toBeCloseTo(0.31, 9)
  })

  it('there are none for a station without torque or without a part', () => {
    const answer = answered(inputOf())
    expect(deriveMargin(inputOf(), answer, 'direct-pack', 'launch')).toBeUndefined()
    expect(deriveMargin(inputOf(), answer, 'nowhere', 'launch')).toBeUndefined()
  })
})

describe('findings in addition to the power held', () => {
  it('pressure above the limit of a part, at its station and in its range', () => {
    const fitted = new Map(fittedOf(job.spec.fits))
    const pack = withLimit(fitted.get('low-reverse') as Part, { pressurePa: toSi(230, 'psi') })
    const found = answered(inputOf({ fitted: fitted.set('low-reverse', pack) })).findings.filter((f) => f.code === 'pressure-above-maximum')
    expect(found).toEqual([expect.objectContaining({ stationId: 'low-reverse', rangeId: 'R' })])
    expect(found.map((f) => findingSentence(f, unit))).toEqual([
      'Low-reverse clutch: 245 psi exceeds the part limit of 230 psi. Ratings use the limit, so more pressure does not raise them.',
    ])
  })

  it('a part turned faster than it may, at redline in its fastest range', () => {
    const fitted = new Map(fittedOf(job.spec.fits))
    const plate = withLimit(fitted.get('flex-plate') as Part, { speedRadPerS: toSi(6500, 'rpm') })
    const found = answered(inputOf({ fitted: fitted.set('flex-plate', plate) })).findings.filter((f) => f.stationId === 'flex-plate')
    expect(found.map((f) => findingSentence(f, unit))).toEqual(['Flex plate: turns at 7000 rpm at redline; part limit 6500 rpm.'])
  })

  it('a one-way clutch overruns at the speed between its races; a ratchet is refused behind a strong engine, by house rule', () => {
    const quince = units.find(({ id }) => id === 'quince-4') as Unit
    const coupe = jobs.find(({ unitId }) => unitId === quince.id) as JobContent
    const fitted = new Map(fittedOf(coupe.spec.fits))
    const own = fitted.get('forward-one-way') as Extract<Part, { kind: 'one-way' }>
    const slow = withLimit(
      { ...own, stated: own.stated.filter((s) => s.speedRadPerS === undefined) },
      { speedRadPerS: toSi(8000, 'rpm') },
    ) as typeof own
    const said = (part: Part, change: Partial<SpecInput> = {}) =>
      answered(
        inputOf({
          unit: quince,
          brief: coupe.brief,
          fitted: new Map(fitted).set('forward-one-way', part),
          pressure: coupe.spec.pressure,
          ...change,
        }),
      )
        .findings.filter(({ stationId }) => stationId === 'forward-one-way')
        .map((finding) => findingSentence(finding, quince))
    // sun 1 at (120 · 108/76 − 84)/36 = 2.4035 and the race at 1 times redline in fourth: 1.4035 × 7,400
    expect(said(slow)).toEqual(['Forward one-way clutch: overruns at 10,386 rpm at redline in fourth gear; part limit 8000 rpm.'])
    const ratchet = { ...own, geometry: { ...own.geometry, elementKind: 'ratchet' as const } }
    expect(said(ratchet)).toEqual([
      expect.stringMatching(/not allowed by house rule.*limited to engines of 400 lb-ft; this one makes 512 lb-ft/),
    ])
    expect(said(ratchet, { rules: { ...DEFAULT_RULES, ratchetMostNm: toSi(600, 'lb-ft') } })).toEqual([])
  })

  it('gears with other tooth counts than the transmission do not fit, with the reason', () => {
    const hornbeam = units.find(({ id }) => id === 'hornbeam-6') as Unit
    const groomer = jobs.find(({ unitId }) => unitId === hornbeam.id) as JobContent
    const fitted = new Map(fittedOf(groomer.spec.fits))
    const gears = fitted.get('compound-set') as Extract<Part, { kind: 'gear-set' }>
    const said = (geometry: Partial<typeof gears.geometry>) =>
      misfits(hornbeam, new Map(fitted).set('compound-set', { ...gears, geometry: { ...gears.geometry, ...geometry } }), 'machine').map(
        (m) => misfitSentence(m, hornbeam),
      )
    expect(said({})).toEqual([])
    expect(said({ pinions: 5 }).join()).toMatch(/does not match the tooth counts of this Hornbeam 6: .*5 equally spaced pinions/)
    expect(said({ sunRadiusM: 0.04 })).toEqual([expect.stringMatching(/A 36-tooth sun of this module has a pitch radius of/)])
  })

  it('a range that does not drive is left out and named', () => {
    const dead: Unit = { ...unit, train: { ...unit.train, ranges: unit.train.ranges.map((r) => (r.id === '2' ? { ...r, on: [] } : r)) } }
    const answer = answered(inputOf({ unit: dead }))
    expect(answer.cases.map((c) => c.id)).not.toContain('full-2')
    expect(answer.findings.map((f) => findingSentence(f, unit))).toContain('Second gear does not drive the output, so it is ignored.')
  })
})

describe('speeds on the strip', () => {
  it('follow the range: all members turn with the turbine in third, the shell is held in second and runs backward in first', () => {
    const answer = answered(inputOf())
    const rpm = (caseId: string, stationId: string) => {
      const duty = answer.cases.find((c) => c.id === caseId) as Answer['cases'][number]
      const station = unit.stations.find((s) => s.id === stationId) as Unit['stations'][number]
      return fromSi(stationSpeed(station, duty, gearing.get(duty.rangeId) as RangeSolution) ?? NaN, 'rpm')
    }
    expect(rpm('full-3', 'sun-shell')).toBeCloseTo(rpm('full-3', 'input-shaft'), 6)
    expect(rpm('full-3', 'output-shaft')).toBeCloseTo(rpm('full-3', 'input-shaft'), 6)
    expect(rpm('full-2', 'sun-shell')).toBeCloseTo(0, 9)
    expect(rpm('full-2', 'output-shaft')).toBeCloseTo(rpm('full-2', 'input-shaft') / (1 + 40 / 68), 6)
    expect(rpm('launch', 'input-shaft')).toBe(0)
    expect(rpm('launch', 'flex-plate')).toBeCloseTo(fromSi(answer.stallSpeedRadPerS, 'rpm'), 9)
    expect(rpm('full-3', 'stator-support')).toBe(0)
  })
})

describe('words', () => {
  const answer = answered(inputOf())
  const named = (id: string) => answer.cases.find((c) => c.id === id) as Answer['cases'][number]
  it('name a duty case in the words of a builder', () => {
    const say = (id: string, launch: 'rolling' | 'regrip' = 'regrip') => caseInSentence(unit, named(id), { launch, reverseThrottle: 0.4 })
    expect([say('launch'), say('launch', 'rolling'), say('full-3'), say('reverse-R')]).toEqual([
      'in first gear at stall',
      'in first gear, pulling away',
      'at full power in third gear',
      'in reverse at 40% throttle',
    ])
  })
  it('name places, those of shafts by section and feature', () => {
    expect([
      placeName({ name: 'oil journal', feature: 'cross-hole' }),
      placeName({ feature: 'slip' }),
      placeName({ feature: 'crank-joint' }),
    ]).toEqual(['oil journal, cross hole', 'clutch slips', 'crank joint slips'])
  })
  it('without a target have the power held only; an empty station is named, never strong', () => {
    const open = { ...job.brief, openQuestion: true }
    expect(verdictSentence(answer, unit, open)).toMatch(/^Holds about \d+ hp\. Weakest link: /)
    const without = new Map(fittedOf(job.spec.fits))
    without.delete('sun-shell')
    expect(verdictSentence(answered(inputOf({ fitted: without })), unit, open)).toMatch(/ Not installed: sun shell\.$/)
  })
  it('a clutch without pressure holds no torque, and the sentence says so', () => {
    const dry = specAnswer(inputOf({ pressure: { drivePa: toSi(8, 'psi'), reversePa: toSi(8, 'psi') } }))
    expect(verdictSentence(dry, unit, job.brief)).toMatch(/^Holds no power\. Weakest link: .+ fails at the lowest load/)
    expect(dry.outcome === 'answered' && togetherSentence(dry, unit)).toBe('')
  })
  it('the case named with the first failure is that of its least margin', () => {
    const first = answer.stations.find((s) => s.stationId === answer.breakingOrder[0])
    const least = (first?.cases ?? []).reduce((a: StationCase, b) => (b.margin < a.margin ? b : a))
    expect(first && firstCase(answer, first)?.id).toBe(least.caseId)
  })
})
