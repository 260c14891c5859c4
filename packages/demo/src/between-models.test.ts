import { evaluation, jobFileOf, placeName, verdictSentence, type JobContent } from '@plucky/contract'
import { fromSi, stallWindow, toSi, deriveMargin, type Part, type SpecInput } from '@plucky/core'
import fc from 'fast-check'
import { demoShop } from './index.js'
import { answered, specInput } from './testing.js'

const { shelf, jobs, kits, lookup } = demoShop()
const jobOf = (name: RegExp) => jobs.find((job) => name.test(job.name)) as JobContent
const inputOf = (job: JobContent, change: Partial<SpecInput> = {}): SpecInput => ({ ...specInput(job), ...change })
const withConverter = (job: JobContent, stallRpm: number, behindLbFt: number): SpecInput => {
  const input = inputOf(job)
  const [station, part] = [...input.fitted].find(([, { kind }]) => kind === 'converter') as [string, Extract<Part, { kind: 'converter' }>]
  const { table: _, ...geometry } = part.geometry
  void _
  const stall = { speedRadPerS: toSi(stallRpm, 'rpm'), referenceTorqueNm: toSi(behindLbFt, 'lb-ft') }
  return { ...input, fitted: new Map([...input.fitted, [station, { ...part, geometry: { ...geometry, stall } }]]) }
}

describe('an answer', () => {
  it('never throws and is never below zero, however worn the pump, tight the converter or steep the engine', () => {
    const any = fc.record({
      job: fc.constantFrom(...jobs),
      clearanceIn: fc.double({ min: 0.0005, max: 0.008, noNaN: true }),
      stallRpm: fc.integer({ min: 300, max: 12000 }),
      torquePeakRpm: fc.integer({ min: 1400, max: 4200 }),
      spanRpm: fc.integer({ min: 500, max: 3500 }),
      share: fc.double({ min: 0.02, max: 0.98, noNaN: true }),
      overRpm: fc.integer({ min: 0, max: 3000 }),
    })
    fc.assert(
      fc.property(any, ({ job, clearanceIn, stallRpm, torquePeakRpm, spanRpm, share, overRpm }) => {
        const [peakPowerW, torquePeak] = [toSi(560, 'hp'), toSi(torquePeakRpm, 'rpm')]
        const powerPeak = torquePeak + toSi(spanRpm, 'rpm')
        const [least, most] = [peakPowerW / powerPeak, peakPowerW / torquePeak]
        const headline = {
          peakTorqueNm: least + share * (most - least),
          peakTorqueSpeedRadPerS: torquePeak,
          peakPowerW,
          peakPowerSpeedRadPerS: powerPeak,
          idleSpeedRadPerS: toSi(750, 'rpm'),
          redlineRadPerS: powerPeak + toSi(overRpm, 'rpm'),
        }
        const { boost: _, ...engine } = job.brief.engine
        void _
        const input = withConverter(job, stallRpm, 400)
        const answer = answered({
          ...input,
          brief: { ...job.brief, engine: { ...engine, form: 'headline', headline } },
          pressure: { ...input.pressure, knobs: { sideClearanceM: toSi(clearanceIn, 'in') } },
        })
        for (const held of [...answer.stations.map((station) => station.held), answer.held, answer.heldSameConverter])
          if (held.outcome === 'held') expect(held.powerW).toBeGreaterThan(0)
        for (const { engine, stator, turbine } of answer.cases)
          expect(Math.min(engine.torqueNm, stator.torqueNm, turbine.torqueNm)).toBeGreaterThanOrEqual(0)
      }),
      { numRuns: 100 },
    )
  })

  it('is available with a worn pump in every job, through the full evaluation', () => {
    for (const job of jobs)
      for (const inch of [0.003, 0.0045, 0.006]) {
        const knobs = { ...job.spec.pressure.knobs, sideClearanceM: toSi(inch, 'in') }
        const file = jobFileOf({ ...job, spec: { ...job.spec, pressure: { ...job.spec.pressure, knobs } } }, lookup, kits)
        expect(evaluation(file)).toMatchObject({ outcome: 'answered', heldSameConverter: { outcome: expect.any(String) as string } })
      }
  })

  it('is given at a named assumption where the converter is too tight, too loose, or not chosen', () => {
    const coupe = jobOf(/coupe/i)
    const said = (input: SpecInput) => verdictSentence(answered(input), input.unit, input.brief)
    expect(said(withConverter(coupe, 300, 380))).toMatch(
      /^Holds about \d+ hp.* Converter too tight: it stalls the engine at idle, so this assumes a stall right at \d+ rpm. Install one that stalls at \d+–\d+ rpm/,
    )
    expect(said(withConverter(coupe, 20000, 380))).toMatch(
      /^Holds about \d+ hp.* Converter too loose: the engine passes redline against it, so this assumes a stall right at 7400 rpm/,
    )
    const none = inputOf(coupe)
    const fitted = new Map([...none.fitted].filter(([, { kind }]) => kind !== 'converter'))
    expect(said({ ...none, fitted })).toMatch(
      /^Holds about \d+ hp.* No converter chosen: this assumes one that stalls at \d+ rpm and doubles torque/,
    )
    expect(said(none)).not.toMatch(/assumes/)
  })

  it('is calculated with its own steel if the name of a section has a bar', () => {
    const input = inputOf(jobOf(/^dune rail$/i))
    const shaft = input.fitted.get('input-shaft') as Extract<Part, { kind: 'shaft' }>
    const barred = <T extends { readonly name: string }>(own: readonly T[] = []) =>
      own.map((each) => ({ ...each, name: `${each.name} | ground` }))
    const [sections, holes] = [barred(shaft.geometry.sections), barred(shaft.geometry.holes)]
    const named = {
      ...input,
      fitted: new Map([...input.fitted, ['input-shaft', { ...shaft, stated: [], geometry: { ...shaft.geometry, sections, holes } }]]),
    } as SpecInput
    const answer = answered(named)
    const judged = answer.stations.find(({ stationId }) => stationId === 'input-shaft')?.worst
    const working = deriveMargin(named, answer, 'input-shaft', judged?.caseId ?? '')
    expect(working?.valueSi).toBeCloseTo(judged?.margin ?? NaN, 9)
    expect(JSON.stringify(working)).not.toMatch(/unrated plate/)
    expect(judged && placeName(judged.limit.place)).toMatch(/ \| ground, /)
  })

  it('counts the greatest torque that plate and crank joint see on the way up to a loose converter’s stall', () => {
    const coupe = jobOf(/coupe/i)
    const answer = answered(withConverter(coupe, 5600, 380))
    const launch = answer.cases.find(({ kind }) => kind === 'launch')
    expect(fromSi(answer.stallSpeedRadPerS, 'rpm')).toBeGreaterThan(5600)
    if (coupe.brief.engine.form !== 'headline') throw new Error('not by headline')
    expect(launch?.engine.torqueNm).toBeCloseTo(coupe.brief.engine.headline.peakTorqueNm, 6)
    expect(launch?.stator.torqueNm).toBeLessThan(launch?.engine.torqueNm ?? 0)
  })

  it('has a converter on the shelf of each unit meant for it that stalls a heavy diesel where towing wants it', () => {
    const headline = {
      peakTorqueNm: toSi(900, 'lb-ft'),
      peakTorqueSpeedRadPerS: toSi(1700, 'rpm'),
      peakPowerW: toSi(380, 'hp'),
      peakPowerSpeedRadPerS: toSi(2800, 'rpm'),
      idleSpeedRadPerS: toSi(700, 'rpm'),
      redlineRadPerS: toSi(3200, 'rpm'),
    }
    for (const name of [/tow van/i, /sedan/i, /groomer/i]) {
      const job = jobOf(name)
      const input = inputOf(job, { brief: { ...job.brief, use: 'tow', engine: { kind: 'diesel', form: 'headline', headline } } })
      const stalls = shelf
        .filter((part) => part.kind === 'converter' && part.unitIds.includes(job.unitId))
        .map((part) => answered({ ...input, fitted: new Map([...input.fitted, [part.stationIds[0] as string, part]]) }))
        .map((answer) => answer.stallSpeedRadPerS / headline.peakTorqueSpeedRadPerS)
      const { from, to } = stallWindow('by-use', 'tow', 'diesel', headline.peakTorqueSpeedRadPerS)
      expect([job.unitId, stalls.some((share) => share >= from && share <= to)]).toEqual([job.unitId, true])
    }
  })
})
