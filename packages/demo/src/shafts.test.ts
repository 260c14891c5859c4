import { evaluation, findingSentence, jobFileOf, verdictSentence, type JobContent } from '@plucky/contract'
import {
  fittedParts,
  fromSi,
  hubSplinesOf,
  launchShock,
  misfits,
  rampOvershootMost,
  SHAFT_FIGURES,
  shaftIssues,
  shaftLife,
  shaftLimits,
  shaftReport,
  solveTrain,
  specAnswer,
  splinePairs,
  toSi,
  verdictAt,
  withPart,
  withWorks,
  deriveMargin,
  deriveShaftFigure,
  type Answer,
  type Part,
  type ShaftFigure,
  type ShaftGeometry,
  type SpecInput,
} from '@plucky/core'
import fc from 'fast-check'
import { demoShop } from './index.js'

const { units, shelf, operations, kits, jobs, catalogue, lookup } = demoShop()
const [weak] = jobs as [JobContent]
const unitOf = (job: JobContent) => units.find((unit) => unit.id === job.unitId) as (typeof units)[number]
const inputOf = (job: JobContent, spec: Pick<JobContent['spec'], 'fits' | 'works'> = job.spec): SpecInput => ({
  unit: unitOf(job),
  brief: job.brief,
  fitted: fittedParts(spec, catalogue),
  pressure: job.spec.pressure,
  rules: job.rules,
})
const answerOf = (input: SpecInput): Answer => {
  const answer = specAnswer(input)
  if (answer.outcome !== 'answered') throw new Error(answer.outcome)
  return answer
}
const withShaft = (input: SpecInput, id: string, change: (shaft: ShaftGeometry) => ShaftGeometry): SpecInput => {
  const part = input.fitted.get(id) as Extract<Part, { kind: 'shaft' }>
  return { ...input, fitted: new Map(input.fitted).set(id, { ...part, geometry: change(part.geometry) }) }
}
const shafts = shelf.flatMap((part) => (part.kind === 'shaft' ? [part] : []))

describe('the shafts of the shelf', () => {
  it('are drawn with several sections and features each, and are free of faults, also after every work on them', () => {
    for (const part of shafts) {
      expect([part.id, part.geometry.sections.length >= 4, (part.geometry.grooves ?? []).length > 0]).toEqual([part.id, true, true])
      const worked = operations.filter(
        (o) =>
          o.kind === 'shaft' &&
          (o.partIds?.includes(part.id) ??
            o.stationIds.some((s) => part.stationIds.includes(s) && o.unitIds.some((u) => part.unitIds.includes(u)))),
      )
      for (const operation of worked) {
        const after = fittedParts({ fits: { s: part.id }, works: { s: [operation.id] } }, catalogue).get('s') as typeof part
        expect([part.id, operation.id, shaftIssues(after.geometry)]).toEqual([part.id, operation.id, []])
      }
    }
  })

  it('are at every place of every transmission that has one: input, hubs, middle and main shafts, supports, necks, output', () => {
    const at = (unit: (typeof units)[number]) => unit.stations.filter(({ kind }) => ['shaft', 'hub', 'shell'].includes(kind)).length
    expect(units.map((unit) => [unit.id, at(unit)])).toEqual([
      ['alder-3', 7],
      ['hornbeam-6', 8],
      ['linden-2', 6],
      ['medlar-4', 8],
      ['quince-4', 7],
      ['rowan-4', 8],
    ])
    const spoken = new Set(
      units.flatMap((unit) => unit.stations.filter(({ kind }) => kind === 'shaft' || kind === 'hub').map(({ id }) => id)),
    )
    for (const id of ['input-shaft', 'turbine-hub', 'drum-joint', 'main-shaft', 'middle-shaft', 'stator-support', 'output-shaft'])
      expect(spoken).toContain(id)
  })
})

describe('splines', () => {
  it('mate everywhere on the path of every job: both sides of each are known', () => {
    for (const job of jobs) {
      const pairs = splinePairs(inputOf(job))
      expect([job.name, pairs.length >= 4, pairs.flatMap((pair) => pair.differences)]).toEqual([job.name, true, []])
    }
  })

  it('that differ anywhere on the path are a stop in words, for any spline and any difference', () => {
    const pick = fc.constantFrom(...jobs.flatMap((job) => splinePairs(inputOf(job)).map((pair) => ({ job, pair }))))
    const change = fc.constantFrom({ teeth: 61 }, { moduleM: 0.0009 }, { fit: 'major' as const }, { lengthM: 0.2 })
    fc.assert(
      fc.property(pick, change, ({ job, pair }, spoilt) => {
        const input = inputOf(job)
        const splines = hubSplinesOf(pair.other).map((s) => (s.mate === pair.stationId ? { ...s, ...spoilt } : s))
        const fitted = new Map(input.fitted).set(pair.otherId, { ...pair.other, geometry: { ...pair.other.geometry, splines } } as Part)
        const answer = answerOf({ ...input, fitted })
        expect(answer.stops).toMatchObject([{ stationId: pair.stationId, otherId: pair.otherId }])
        expect(verdictSentence(answer, input.unit, job.brief)).toMatch(
          /^Splines do not mate: the .+ does not mate with the .+ The build can’t be rated until they do\.$/,
        )
        expect(misfits(input.unit, fitted, job.variantId).map(({ code }) => code)).toContain('splines-differ')
      }),
      { numRuns: 60 },
    )
  })

  it('stop an evaluation too, with every station’s figures left to see', () => {
    const spec = { ...weak.spec, ...withPart(weak.spec, 'input-shaft', 'input-300m-35') }
    const said = evaluation(jobFileOf({ ...weak, spec }, lookup, kits)) as { outcome: string; stops: string[]; stations: unknown[] }
    expect([said.outcome, said.stops.length, said.stations.length]).toEqual(['stopped', 3, unitOf(weak).stations.length])
  })
})

describe('a shaft in its job', () => {
  const input = inputOf(weak)
  const report = (changed: SpecInput) => shaftReport(changed, answerOf(changed), 'input-shaft')

  it('has more life but not more strength with rounded holes; smaller holes add strength and reduce flow', () => {
    const worked = (id: string) => inputOf(weak, withWorks(weak.spec, 'input-shaft', [id]))
    const [plain, rounded, sleeved] = [input, worked('op-round-holes'), worked('op-sleeve-holes')].map(report)
    if (!plain || !rounded || !sleeved) throw new Error('no shaft')
    expect(rounded.yieldNm).toBe(plain.yieldNm)
    expect(rounded.life?.launches).toBeGreaterThanOrEqual(plain.life?.launches ?? Infinity)
    const hole = (r: typeof plain) => r.limits.find(({ name }) => name === 'lockup feed')?.torqueNm ?? 0
    expect(hole(sleeved)).toBeGreaterThan(hole(plain))
    expect(sleeved.oil?.holesM3PerS).toBeLessThan(plain.oil?.holesM3PerS ?? 0)
    expect(sleeved.oil?.boreM3PerS).toBe(plain.oil?.boreM3PerS)
  })

  it('is between the handbook working torque and the torque at fracture', () => {
    for (const job of jobs) {
      const own = inputOf(job)
      for (const { id, kind } of own.unit.stations) {
        const found = kind === 'shaft' ? shaftReport(own, answerOf(own), id) : null
        if (!found || found.workingNm === null) continue
        expect([job.name, id, found.workingNm < found.yieldNm, found.yieldNm < found.breakNm]).toEqual([job.name, id, true, true])
      }
    }
  })

  it('sees each case of the job: a harsher launch shortens its life', () => {
    const lives = (['rolling', 'brake-stall', 'trans-brake', 'dump'] as const).map(
      (launch) => report({ ...input, brief: { ...weak.brief, launch } })?.life?.mostSurvive ?? NaN,
    )
    expect(lives).toEqual([...lives].sort((a, b) => b - a))
    expect(new Set(lives).size).toBe(4)
  })

  it('of another size twists with the fourth power, and a softer one catches less', () => {
    const thin = withShaft(input, 'input-shaft', (s) => ({
      ...s,
      sections: s.sections.map((x) => (x.name === 'land' ? { ...x, outerDiameterM: x.outerDiameterM * 0.93 } : x)),
    }))
    const [stiff, soft] = [report(input), report(thin)]
    expect(soft?.twistRad).toBeGreaterThan(stiff?.twistRad ?? Infinity)
    expect(soft?.caughtNm).toBeLessThan(stiff?.caughtNm ?? 0)
    expect(soft?.shock?.periodS).toBeGreaterThan(stiff?.shock?.periodS ?? Infinity)
  })

  it('by house rule feels its ramp on these very shafts instead of a factor, never both', () => {
    const rules = { ...weak.rules, launchShock: 'ramp' as const }
    const ramped = answerOf({ ...input, rules })
    const launch = ramped.cases.find(({ kind }) => kind === 'launch')
    const range = solveTrain(input.unit.train).get(launch?.rangeId ?? '')
    const shock = range && launchShock(input, range)
    expect(launch?.factors.hard).toBeCloseTo(rampOvershootMost(shock?.rampS ?? 0, shock?.periodS ?? 0), 12)
    const judged = ramped.stations.find(({ stationId }) => stationId === 'input-shaft')?.cases.find(({ caseId }) => caseId === 'launch')
    expect(judged?.demandNm).toBeCloseTo((judged?.loadNm ?? 0) * (launch?.factors.hard ?? 0), 9)
    expect(deriveMargin({ ...input, rules }, ramped, 'input-shaft', 'launch')?.valueSi).toBeCloseTo(judged?.margin ?? NaN, 9)
    expect(answerOf(input).cases.find(({ kind }) => kind === 'launch')?.factors.hard).toBe(weak.rules.launchFactor[weak.brief.launch])
  })

  it('softer than its steel is reported, one of the right hardness is not', () => {
    const read = (value: number) =>
      answerOf(withShaft(input, 'input-shaft', (s) => ({ ...s, hardness: { scale: 'HRC', value, on: 'core' } })))
    const found = read(38).findings.filter(({ code }) => code === 'softer-than-its-steel')
    expect(found.map((f) => findingSentence(f, input.unit)).join()).toMatch(
      /Input shaft: its hardness indicates 182 ksi at most, but its listed steel has at least 220 ksi/,
    )
    expect(read(46).findings).toEqual(answerOf(input).findings)
  })

  it('with a certificate is judged by the certificate', () => {
    const certified = { certificate: 'heat 4417', yieldPa: toSi(180, 'ksi'), ultimatePa: toSi(205, 'ksi') }
    const part = input.fitted.get('input-shaft') as Extract<Part, { kind: 'shaft' }>
    const [own, grade] = [shaftLimits({ ...part.geometry, certified }), shaftLimits(part.geometry)]
    own.forEach((limit, i) => expect(limit.torqueNm / (grade[i]?.torqueNm ?? 0)).toBeCloseTo(0.9, 9))
  })

  it('is worked by hand: stall torque, twist, flow of its hole', () => {
    const found = report(input)
    const most = found?.most
    expect(found?.energyJ).toBeCloseTo(0.5 * (most?.staticNm ?? 0) * (found?.twistRad ?? 0), 9)
    const hole = toSi(0.2, 'in')
    const lube = toSi(0.08, 'in')
    const area = 2 * (Math.PI / 4) * (hole ** 2 + lube ** 2)
    const pressure = found?.oilPressurePa ?? 0
    expect(found?.oil?.holesM3PerS).toBeCloseTo(0.7 * area * Math.sqrt((2 * pressure) / 850), 9)
    expect(fromSi(pressure, 'psi')).toBeCloseTo(fromSi(weak.spec.pressure.drivePa, 'psi'), 9)
  })
})

describe('every figure of a shaft', () => {
  const at = jobs.flatMap((job) =>
    inputOf(job)
      .unit.stations.filter(({ kind }) => kind === 'shaft')
      .map(({ id }) => [job.name, id, job] as const),
  )
  it.each(at)('%s, %s: opens a working that ends in it', (_name, id, job) => {
    const input = inputOf(job)
    const report = shaftReport(input, answerOf(input), id)
    const part = input.fitted.get(id) as Extract<Part, { kind: 'shaft' }>
    if (!report) throw new Error('no shaft')
    const said: Record<ShaftFigure, number | null | undefined> = {
      yield: report.yieldNm,
      break: report.breakNm,
      handbook: report.workingNm,
      wear: report.wearNm,
      life: report.life?.launches,
      twist: report.twistRad,
      period: report.shock?.periodS,
      overshoot: report.shock?.overshoot,
      caught: report.caughtNm,
      holes: report.oil && 60_000 * report.oil.holesM3PerS,
    }
    for (const figure of SHAFT_FIGURES) {
      const worked = deriveShaftFigure(part.geometry, report, figure)
      const value = said[figure]
      if (value === null || value === undefined) expect([figure, worked]).toEqual([figure, undefined])
      else if (value < Infinity)
        expect([figure, worked?.valueSi]).toEqual([figure, expect.closeTo(value, 9 - Math.ceil(Math.log10(Math.max(1, value))))])
    }
  })

  it('is the same for its station alone and in the full answer, for any shaft', () => {
    fc.assert(
      fc.property(fc.constantFrom(...jobs), fc.nat(), fc.nat(), (job, station, pick) => {
        const input = inputOf(job)
        const places = input.unit.stations.filter(({ kind }) => kind === 'shaft')
        const { id } = places[station % places.length] as (typeof places)[number]
        const parts = shafts.filter((part) => part.stationIds.includes(id) && part.unitIds.includes(input.unit.id))
        const changed = { ...input, fitted: new Map(input.fitted).set(id, parts[pick % parts.length] as Part) }
        const whole = answerOf(changed).stations.find(({ stationId }) => stationId === id)
        expect(verdictAt(changed, answerOf(input), id)).toEqual(whole)
      }),
      { numRuns: 40 },
    )
  })
})

describe('life over the whole shelf', () => {
  it('is never longer at a higher load, and the same each time', () => {
    fc.assert(
      fc.property(fc.constantFrom(...shafts), fc.double({ min: 0.2, max: 0.9, noNaN: true }), ({ geometry }, share) => {
        const least = Math.min(...shaftLimits(geometry).map(({ torqueNm }) => torqueNm))
        const at = (k: number) => shaftLife(geometry, [{ torqueNm: k * share * least, perLaunch: 1 }])?.launches ?? NaN
        expect(at(1.05)).toBeLessThanOrEqual(at(1))
        expect(at(1)).toBe(shaftLife(structuredClone(geometry), [{ torqueNm: share * least, perLaunch: 1 }])?.launches)
      }),
    )
  })
})
