import { evaluation, jobFileOf, verdictSentence, type JobContent } from '@plucky/contract'
import {
  DEFAULT_RULES,
  drumState,
  fittedParts,
  fromSi,
  LIMITS_THAT_COUNT,
  lineOil,
  oilOf,
  pressureReport,
  reliefOpening,
  solveTrain,
  starvedIn,
  stationLimits,
  takenOff,
  toSi,
  type Answer,
  type GearRange,
  type Part,
  type PressureReport,
  type SpecInput,
  type Unit,
} from '@plucky/core'
import fc from 'fast-check'
import { demoShop } from './index.js'
import { answered, specInput } from './testing.js'

const { units, shelf, jobs, kits, lookup, catalogue } = demoShop()
const [weak, balanced] = jobs as [JobContent, JobContent]
const psi = (pa: number) => fromSi(pa, 'psi')
const inputOf = (
  job: JobContent,
  change: Partial<SpecInput['pressure']> = {},
  swaps: readonly (readonly [string, Part])[] = [],
): SpecInput => ({ ...specInput(job, swaps), pressure: { ...job.spec.pressure, ...change } })
const reportOf = (input: SpecInput) => pressureReport(input, answered(input)) as PressureReport
const rangeOf = (unit: Unit, id: string) => unit.train.ranges.find((range) => range.id === id) as GearRange
const held = (answer: Answer) => (answer.held.outcome === 'held' ? answer.held.powerW : 0)

describe('pressure needed', () => {
  const anySpec = fc.record({
    job: fc.constantFrom(...jobs),
    picks: fc.array(fc.nat(20), { minLength: 30, maxLength: 30 }),
    radius: fc.constantFrom('wear' as const, 'pressure' as const),
    throttle: fc.double({ min: 0.2, max: 1, noNaN: true }),
  })
  it('solved for margin 1 and fed through the forward path, with springs and spinning oil, gives margin 1.000 in every range of every unit', () => {
    let seen = 0
    fc.assert(
      fc.property(anySpec, ({ job, picks, radius, throttle }) => {
        const unit = lookup.unit(job.unitId) as Unit
        const fitted = new Map(
          unit.stations.map(({ id }, i): [string, Part] => {
            const parts = shelf.filter((part) => part.unitIds.includes(unit.id) && part.stationIds.includes(id))
            return [id, parts[(picks[i] ?? 0) % parts.length] as Part]
          }),
        )
        const rules = { ...DEFAULT_RULES, frictionRadius: radius }
        const input = { ...inputOf(job), fitted, rules, brief: { ...job.brief, reverseThrottle: throttle } }
        const [answer, gearing] = [answered(input), solveTrain(unit.train)]
        for (const { rangeId, needs } of (pressureReport(input, answer) as PressureReport).ranges)
          for (const { stationId, caseId, neededPa } of needs) {
            if (neededPa === 0) continue // springs and spinning oil alone hold it
            if (neededPa === Infinity) continue // strut, lever or anchor give way before any pressure does it
            const station = unit.stations.find(({ id }) => id === stationId) as Unit['stations'][number]
            const duty = answer.cases.find(({ id }) => id === caseId) as Answer['cases'][number]
            const range = gearing.get(rangeId) as ReturnType<typeof gearing.get> & object
            const slip = stationLimits(unit, station, fitted.get(stationId) as Part, { engineKind: 'petrol', rules }).limits.find(
              ({ place }) => place.feature.endsWith('slip'),
            )
            const capacityNm = slip?.torqueNm(oilOf({ ...duty, linePressurePa: neededPa }, drumState(unit, station, range))) ?? 0
            const beside = slip ? takenOff({ input, station, duty, limit: slip }) : 0
            const load = station.load.at === 'link' ? Math.abs(range.torques[station.load.id] ?? 0) * duty.turbine.torqueNm : 0
            expect((capacityNm + beside) / (load * duty.factors.friction)).toBeCloseTo(1, 9)
            seen++
          }
      }),
      { numRuns: 40 },
    )
    expect(seen).toBeGreaterThan(100)
  })

  it('is below supply exactly if the margin is above 1, and the map crosses where supply begins to be short', () => {
    const schools = LIMITS_THAT_COUNT.flatMap((limitThatCounts) => jobs.map((job) => ({ job, limitThatCounts })))
    for (const { job, limitThatCounts } of schools) {
      const pressed = inputOf(job, { drivePa: toSi(110, 'psi'), reversePa: toSi(140, 'psi'), by: 'gauge' })
      const input = { ...pressed, rules: { ...job.rules, limitThatCounts } }
      const answer = answered(input)
      for (const { needs, suppliedAt } of (pressureReport(input, answer) as PressureReport).ranges)
        for (const need of needs) {
          const judged = answer.stations.find((s) => s.stationId === need.stationId)?.cases.find((c) => c.caseId === need.caseId)
          if (judged?.limit.place.feature.endsWith('slip')) expect(need.shortPa > 0).toBe(judged.margin < 1)
          if (need.shortFrom !== null && need.shortFrom > 0)
            expect(need.neededAt(need.shortFrom) / suppliedAt(need.shortFrom)).toBeCloseTo(1, 3)
        }
    }
  })
})

describe('pressure by the fitted valves', () => {
  const input = inputOf(balanced)
  it('is solved in every case by range, throttle and speed, and the elements are rated at it', () => {
    const [oil, answer] = [lineOil(input), answered(input)]
    expect(oil.byValves).toBe(true)
    for (const duty of answer.cases) {
      const throttle = duty.kind === 'reverse' ? input.brief.reverseThrottle : 1
      const range = rangeOf(input.unit, duty.rangeId)
      expect(duty.linePressurePa).toBe(oil.at({ range, throttle, engineRadPerS: duty.oilAt.engineRadPerS }).linePa)
    }
    // 4.6 N/mm × 37.9 mm = 174.34 N on ⌀ 14; ⌀ 11.28 × 80 psi: (174.34 + 55.12) N / 153.94 mm²
    expect(psi(answer.cases.find(({ id }) => id === 'full-1')?.linePressurePa ?? 0)).toBeCloseTo(216, 0)
  })

  it('one setting changes clutches and bands in the breaking order, and no part without oil pressure', () => {
    const more = answered({ ...input, pressure: { ...input.pressure, knobs: { signalFullPa: toSi(94, 'psi') } } })
    const base = answered(input)
    for (const { id, kind } of input.unit.stations) {
      const [a, b] = [base, more].map((answer) => answer.stations.find((s) => s.stationId === id)?.held)
      if (a?.outcome !== 'held' || b?.outcome !== 'held') continue
      if (kind === 'pack' || kind === 'band') expect([id, b.powerW > a.powerW]).toEqual([id, true])
      else expect([id, b.powerW]).toEqual([id, a.powerW])
    }
  })

  it('at the gauge agrees with the points: idle below cruise below full, reverse above drive, hot as cold while the pump is sufficient', () => {
    const rows = new Map(reportOf(input).gauge.map((row) => [row.at, row]))
    const line = (at: PressureReport['gauge'][number]['at']) => rows.get(at)?.hot.linePa ?? 0
    expect(line('idle')).toBeLessThan(line('cruise'))
    expect(line('cruise')).toBeLessThan(line('stall'))
    expect(line('reverse-stall')).toBeGreaterThan(line('stall'))
    expect(line('low')).toBeGreaterThan(line('idle'))
    const worn = new Map(reportOf(inputOf(balanced, { knobs: { sideClearanceM: toSi(0.005, 'in') } })).gauge.map((row) => [row.at, row]))
    expect(worn.get('idle')?.hot).toMatchObject({ state: 'short-of-oil' })
    expect(worn.get('idle')?.cold.linePa).toBeGreaterThan(worn.get('idle')?.hot.linePa ?? 0)
  })

  it('is filled from the spare flow, and a branch with too little is named until its hole is drilled', () => {
    const job = { ...balanced, spec: { ...balanced.spec, fits: { ...balanced.spec.fits, valves: 'valves-stock' } } }
    const short = { ...inputOf(job), pressure: { ...job.spec.pressure, knobs: { converterLimitPa: toSi(35, 'psi') } } }
    const starved = (i: SpecInput) =>
      reportOf(i)
        .oil.filter(({ at, rangeId }) => at === 'redline' && rangeId === '3')
        .flatMap(starvedIn)
    expect(starved(short)).toContain('gear sets')
    const drilled = inputOf({ ...job, spec: { ...job.spec, works: { ...job.spec.works, valves: ['op-gear-lube'] } } }, short.pressure)
    expect(starved(drilled)).not.toContain('gear sets')
    for (const { sweptM3, comesM3PerS, seconds } of reportOf(input).fills) expect(seconds).toBeCloseTo(sweptM3 / comesM3PerS, 12)
  })
})

describe('a state of line pressure', () => {
  const sentenceOf = (input: SpecInput) => verdictSentence(answered(input), input.unit, input.brief)
  it('above the relief valve is judged at the relief pressure, named in the sentence and in the evaluation', () => {
    // a spring shimmed until the valves make more than the relief valve lets stand
    const input = inputOf(weak, { drivePa: toSi(320, 'psi'), reversePa: toSi(330, 'psi'), knobs: { springShimM: 0.04 } })
    const circuit = lineOil(input).circuit as NonNullable<ReturnType<typeof lineOil>['circuit']>
    const opening = reliefOpening(circuit.valves)
    const answer = answered(input)
    for (const duty of answer.cases) expect([duty.madePa, duty.lineState]).toEqual([opening, 'relief-open'])
    expect(held(answer)).toBe(held(answered(inputOf(weak, { ...input.pressure, drivePa: opening, reversePa: opening }))))
    expect(sentenceOf(input)).toMatch(
      /^Holds about \d+ hp \(target 840 hp\).* Line pressure: 330 psi commanded in reverse, but the relief valve opens at 27\d psi \(and 3 more\)\.$/,
    )
    const file = jobFileOf({ ...weak, spec: { ...weak.spec, pressure: input.pressure } }, lookup, kits)
    expect(evaluation(file)).toMatchObject({
      outcome: 'answered',
      held: { outcome: 'held' },
      pressure: {
        state: 'relief-opens',
        states: expect.arrayContaining([
          expect.objectContaining({ code: 'relief-opens', value: input.pressure.reversePa, limit: opening }),
        ]),
      },
    })
    // 13 N/mm × 0.5 mm on a seat of ⌀ 8: 6.5 N / 50.27 mm² = 18.76 psi
    const shimmed = inputOf(weak, { ...input.pressure, knobs: { reliefShimM: 0.0005 } })
    expect(psi((reportOf(shimmed).openingPa ?? 0) - opening)).toBeCloseTo(18.76, 2)
  })

  it('typed above the pressure of the installed valves is not available: it is named, and no part holds more', () => {
    const stock = { ...weak, spec: { ...weak.spec, fits: { ...weak.spec.fits, valves: 'valves-stock' } } }
    const made = inputOf(stock, { drivePa: toSi(128, 'psi') })
    const typed = inputOf(stock, { drivePa: toSi(185, 'psi') })
    expect(psi(answered(typed).cases.find(({ id }) => id === 'launch')?.linePressurePa ?? 0)).toBeCloseTo(128, 0)
    expect(held(answered(typed)) / held(answered(made))).toBeCloseTo(1, 3)
    expect(sentenceOf(made)).not.toMatch(/Line pressure/)
    expect(sentenceOf(typed)).toMatch(
      /gauge figure of 185 psi in drive is more than the installed regulator makes \(128 psi at full throttle\)/,
    )
    const file = jobFileOf({ ...stock, spec: { ...stock.spec, pressure: typed.pressure } }, lookup, kits)
    expect(evaluation(file)).toMatchObject({ pressure: { state: 'gauge-above-valves' } })
  })

  it('at the lockup it is at most line pressure, for any typed value', () => {
    const coupe = jobs[2] as JobContent
    const lockup = (change: Partial<SpecInput['pressure']>) =>
      answered(inputOf(coupe, change)).stations.find(({ stationId }) => stationId === 'lockup')?.held
    expect(lockup({ lockupApplyPa: toSi(400, 'psi') })).toEqual(lockup({}))
    expect(sentenceOf(inputOf(coupe, { lockupApplyPa: toSi(400, 'psi') }))).toMatch(/400 psi set for lockup apply is above the 185 psi/)
  })

  it('is one per case: gauge table, map, piston loads and judgment agree', () => {
    for (const job of jobs) {
      const input = inputOf(job, { by: 'valves' })
      const [answer, report] = [answered(input), reportOf(input)]
      const of = (id: string) => answer.cases.find((duty) => duty.id === id)?.linePressurePa
      const read = (at: PressureReport['gauge'][number]['at']) => report.gauge.find((row) => row.at === at)?.hot.linePa
      const back = answer.cases.find(({ kind }) => kind === 'reverse')
      expect([job.name, read('reverse-stall')]).toEqual([job.name, back?.linePressurePa])
      expect(read('stall')).toBe(of('launch'))
      for (const { rangeId, suppliedAt } of report.ranges)
        expect([rangeId, suppliedAt(1)]).toEqual([
          rangeId,
          Math.min(...answer.cases.filter((duty) => duty.rangeId === rangeId).map((duty) => duty.linePressurePa)),
        ])
    }
  })

  it('above a stated maximum of any part is worth no more than that maximum', () => {
    const any = fc.record({
      job: fc.constantFrom(...jobs),
      picks: fc.array(fc.nat(20), { minLength: 30, maxLength: 30 }),
      by: fc.constantFrom('gauge' as const, 'valves' as const),
      drive: fc.double({ min: 20, max: 500, noNaN: true }),
      lockup: fc.option(fc.double({ min: 20, max: 500, noNaN: true }), { nil: undefined }),
      springShimM: fc.double({ min: 0, max: 0.06, noNaN: true }),
      most: fc.double({ min: 20, max: 250, noNaN: true }),
      at: fc.nat(30),
    })
    const power = ({ stations }: Answer, id: string) => {
      const held = stations.find(({ stationId }) => stationId === id)?.held
      return held?.outcome === 'held' ? held.powerW : held?.outcome === 'fails-at-smallest' ? 0 : Infinity
    }
    let crossed = 0
    fc.assert(
      fc.property(any, ({ job, picks, by, drive, lockup, springShimM, most, at }) => {
        const unit = lookup.unit(job.unitId) as Unit
        const parts = unit.stations.map(({ id }, i): [string, Part] => {
          const own = shelf.filter((part) => part.unitIds.includes(unit.id) && part.stationIds.includes(id))
          return [id, own[(picks[i] ?? 0) % own.length] as Part]
        })
        const bears = parts.filter(([, { kind }]) => ['pack', 'band', 'lockup', 'converter', 'pump', 'valves'].includes(kind))
        const [where, part] = bears[at % bears.length] as [string, Part]
        const [drivePa, mostPa] = [toSi(drive, 'psi'), toSi(most, 'psi')]
        const apply = lockup === undefined ? {} : { lockupApplyPa: toSi(lockup, 'psi') }
        const answer = answered({
          ...inputOf(job),
          fitted: new Map([...parts, [where, limited(part, most)]]),
          pressure: { by, drivePa, reversePa: 1.25 * drivePa, ...apply, knobs: { springShimM } },
        })
        if (!answer.findings.some(({ code, stationId }) => code === 'pressure-above-maximum' && stationId === where)) return
        crossed++
        const bare = new Map(parts.filter(([, { kind }]) => kind !== 'pump' && kind !== 'valves'))
        // a piston that curls may hold most at less than the maximum
        const upTo = Array.from({ length: part.kind === 'lockup' || part.kind === 'converter' ? 20 : 1 }, (_, i, all = 20) =>
          answered({
            ...inputOf(job),
            fitted: bare,
            pressure: { drivePa: mostPa, reversePa: mostPa, lockupApplyPa: (mostPa * (all - i)) / all },
          }),
        )
        const fed =
          part.kind === 'pump' || part.kind === 'valves'
            ? unit.stations.filter(({ kind }) => kind === 'pack' || kind === 'band')
            : [{ id: part.kind === 'converter' ? 'lockup' : where }]
        for (const { id } of fed) {
          const worth = Math.max(...upTo.map((reference) => power(reference, id)))
          expect([id, power(answer, id) <= worth * 1.01]).toEqual([id, true])
        }
      }),
      { numRuns: 60, endOnFailure: true },
    )
    expect(crossed).toBeGreaterThan(15)
  })

  const limited = (part: Part, most: number): Part => ({
    ...part,
    stated: [...part.stated, { place: 'station', origin: 'maker', pressurePa: toSi(most, 'psi') }],
  })
  const fitted = fittedParts(weak.spec, catalogue)
  const part = (id: string) => fitted.get(id) as Part
  it.each([
    [
      'case',
      { ...inputOf(weak), unit: { ...units[0], casePressurePa: toSi(200, 'psi') } as Unit },
      /245 psi in reverse exceeds the case limit of 200 psi/,
    ],
    [
      'pack',
      inputOf(weak, {}, [['low-reverse', limited(part('low-reverse'), 230)]]),
      /245 psi in reverse exceeds the low-reverse clutch limit of 230 psi/,
    ],
    ['pump', inputOf(weak, {}, [['pump', limited(part('pump'), 240)]]), /exceeds the oil pump limit of 240 psi/],
    ['converter', inputOf(weak, {}, [['converter', limited(part('converter'), 90)]]), /95 psi exceeds the converter limit of 90 psi/],
    [
      'servo',
      inputOf(jobs[2] as JobContent, {}, [
        ['even-band', limited(fittedParts((jobs[2] as JobContent).spec, catalogue).get('even-band') as Part, 170)],
      ]),
      /185 psi in .+ exceeds the 2-4 band limit of 170 psi/,
    ],
    [
      'pump that falls short',
      inputOf(weak, { knobs: { sideClearanceM: toSi(0.0055, 'in') } }),
      /commanded in .+, but the pump can only hold/,
    ],
    [
      'valves not fitted',
      { ...inputOf(weak, { by: 'valves' }), fitted: new Map([...fitted].filter(([id]) => id !== 'pump')) },
      /the pump or the pressure regulator is missing/,
    ],
  ] as const)('of the %s is in the sentence, and power held stays shown', (_what, input, sentence) => {
    expect(held(answered(input))).toBeGreaterThan(0)
    expect(sentenceOf(input)).toMatch(sentence)
  })

  it('is absent in the demo jobs', () => {
    for (const job of jobs) expect([job.name, sentenceOf(inputOf(job))]).toEqual([job.name, expect.not.stringContaining('Mind')])
  })
})
