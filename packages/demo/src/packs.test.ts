import { evaluation, jobFileOf, verdictSentence, findingSentence, type JobContent } from '@plucky/contract'
import {
  bandReport,
  capacityShares,
  drumState,
  fittedParts,
  hubTurns,
  oilOf,
  packReport,
  solveTrain,
  stackWrongs,
  plateGainOptions,
  type Answer,
  type Part,
  type Unit,
} from '@plucky/core'
import { demoShop } from './index.js'
import { answered, specInput } from './testing.js'

const { shelf, jobs, kits, lookup, catalogue } = demoShop()
const [weak, balanced, coupe] = jobs as [JobContent, JobContent, JobContent]
const packs = shelf.flatMap((part) => (part.kind === 'pack' ? [part] : []))
const pack = (id: string) => packs.find((part) => part.id === id) as (typeof packs)[number]
const evaluated = (job: JobContent) => evaluation(jobFileOf(job, lookup, kits)) as Evaluated
interface Evaluated {
  readonly stations: { station: string; cases: { case: string; place: string; capacityNm: number; loadNm: number }[] }[]
  readonly packs: {
    station: string
    faces: number
    wrongs: { code: string; sentence: string }[]
    pressed: { caseId: string; force: { netN: number }; unitPressurePa: number }[]
  }[]
  readonly bands: { station: string; held: { caseId: string; tight: boolean; forceN: number; servoN: number; anchorN: number }[] }[]
  readonly pressure: { needs: { rangeId: string; stationId: string; neededPa: number }[] }
}

describe('the shop’s packs', () => {
  it.each(packs.map((part) => [part.id, part] as const))(
    '%s lies in its drum with the clearance that it wants, nothing wrong at any plate',
    (_id, part) => {
      const unit = lookup.unit(part.unitIds[0] ?? '') as Unit
      const station = unit.stations.find(({ id }) => part.stationIds.includes(id)) as Unit['stations'][number]
      const { stack } = part.geometry
      expect(stack && stackWrongs(stack, hubTurns(unit, station))).toEqual([])
    },
  )

  it('six plates for five at one force are +20.0 %, for every way to make room', () => {
    const input = specInput(weak)
    const duty = answered(input).cases.find(({ id }) => id === 'full-3') as Answer['cases'][number]
    const station = input.unit.stations.find(({ id }) => id === 'direct-pack') as Unit['stations'][number]
    const range = solveTrain(input.unit.train).get('3') as NonNullable<ReturnType<ReturnType<typeof solveTrain>['get']>>
    const oil = oilOf(duty, drumState(input.unit, station, range))
    const five = pack('dir-5').geometry
    const ways = plateGainOptions(five).filter(({ blocked }) => blocked === null)
    expect(ways.length).toBeGreaterThan(0)
    for (const gain of ways) {
      const { all, faces, force } = capacityShares(five, gain.pack, oil)
      expect([all, faces, force].map((x) => x.toFixed(6))).toEqual(['1.200000', '1.200000', '1.000000'])
    }
    const softer = capacityShares(five, { ...pack('dir-6').geometry, returnSpringN: 1400 }, oil)
    expect(softer.all).toBeCloseTo(softer.faces * softer.force * softer.radius * softer.friction, 12)
    expect(softer.faces).toBeCloseTo(1.2, 12)
    expect(softer.force).toBeLessThan(1)
  })
})

describe('figures worked by hand', () => {
  const near = (value: number | undefined, hand: number) => expect(Math.abs((value ?? NaN) / hand - 1)).toBeLessThan(1e-3)
  const found = evaluated(weak)
  const rpm = (n: number) => (n * 2 * Math.PI) / 60

  it('forward pack in first at the stall: 6 plates, 192 psi, drum standing', () => {
    // F = (192 − 5)·6894.757·π(0.078² − 0.036²) − 900 = 18494.3 N; T = 0.13·12·F·0.068
    const force = 187 * 6894.757 * Math.PI * (0.078 ** 2 - 0.036 ** 2) - 900
    near(
      found.packs.find(({ station }) => station === 'forward-pack')?.pressed.find(({ caseId }) => caseId === 'launch')?.force.netN,
      force,
    )
    near(
      found.stations.find(({ station }) => station === 'forward-pack')?.cases.find((c) => c.case === 'launch')?.capacityNm,
      0.13 * 12 * force * 0.068,
    )
    near(
      found.packs.find(({ station }) => station === 'forward-pack')?.pressed.find(({ caseId }) => caseId === 'launch')?.unitPressurePa,
      force / (Math.PI * (0.076 ** 2 - 0.06 ** 2)),
    )
  })

  it('direct pack in third: the drum turns with the turbine, and its oil presses too', () => {
    const answer = answered(specInput(weak))
    const duty = answer.cases.find(({ id }) => id === 'full-3') as Answer['cases'][number]
    const w = duty.turbine.speedRadPerS
    expect(w).toBeGreaterThan(rpm(1000))
    const spin = ((Math.PI * 850 * w ** 2) / 4) * (0.07 ** 2 - 0.05 ** 2) ** 2
    const force = 187 * 6894.757 * Math.PI * (0.07 ** 2 - 0.05 ** 2) + spin - 1000
    near(
      found.stations.find(({ station }) => station === 'direct-pack')?.cases.find((c) => c.case === 'full-3')?.capacityNm,
      0.13 * 10 * force * 0.064,
    )
    // Needed: (T·1.1/(μ·n·R) + springs − spin)/A + rings, T = 40/68/(1 + 40/68) of the turbine's torque
    const torque = (40 / 68 / (1 + 40 / 68)) * duty.turbine.torqueNm * 1.1
    const needed = (torque / (0.13 * 10 * 0.064) + 1000 - spin) / (Math.PI * (0.07 ** 2 - 0.05 ** 2)) + 5 * 6894.757
    near(found.pressure.needs.find((n) => n.rangeId === '3' && n.stationId === 'direct-pack')?.neededPa, needed)
  })

  it('the coupe’s band in second: servo, lever and wrap; pulls at both ends', () => {
    const found = evaluated(coupe)
    const band = found.bands[0]?.held.find(({ caseId }) => caseId === 'full-2')
    // (185 − 4) psi on 42/6 mm, spring 220 N, lever 2.6; μθ = 0.13 · 320°
    const force = (181 * 6894.757 * Math.PI * (0.042 ** 2 - 0.006 ** 2) - 220) * 2.6
    const e = Math.exp((0.13 * 320 * Math.PI) / 180)
    expect(band?.tight).toBe(true)
    near(band?.forceN, force)
    const judged = found.stations.find(({ station }) => station === 'even-band')?.cases.find((c) => c.case === 'full-2')
    near(judged?.capacityNm, force * 0.078 * (e - 1))
    near((band?.anchorN ?? 0) / (band?.servoN ?? 1), e)
    near(((band?.anchorN ?? 0) - (band?.servoN ?? 0)) * 0.078, (judged?.loadNm ?? 0) * 1.1)
  })
})

describe('errors are reported in the judgment of the job', () => {
  it('a stack that does not work: in the findings, in the evaluation, with the power still shown', () => {
    const five = pack('dir-5')
    const stack = five.geometry.stack as NonNullable<typeof five.geometry.stack>
    const [first, ...others] = stack.plates
    const wrong: Part = { ...five, geometry: { ...five.geometry, stack: { ...stack, plates: [...others, ...(first ? [first] : [])] } } }
    const answer = answered(specInput(weak, [['direct-pack', wrong]]))
    expect(answer.held.outcome).toBe('held')
    const sentences = answer.findings.map((finding) => findingSentence(finding, specInput(weak).unit))
    expect(
      sentences.filter((sentence) =>
        sentence.startsWith('Direct clutch: The friction plate 1 (counted from the piston) is against the piston'),
      ),
    ).toHaveLength(1)
    const file = jobFileOf(
      { ...weak, spec: { ...weak.spec, fits: { ...weak.spec.fits, 'direct-pack': 'wrong' } } },
      { ...lookup, part: (id) => (id === 'wrong' ? { ...wrong, id } : lookup.part(id)) },
      kits,
    )
    expect(
      (evaluation(file) as Evaluated).packs.find(({ station }) => station === 'direct-pack')?.wrongs.map(({ code }) => code),
    ).toContain('lining-on-piston')
  })

  it('a servo stronger than its strut is a state of the pressure and holds no more than the strut; an anchor is a separate limit', () => {
    const band = fittedParts(coupe.spec, catalogue).get('even-band') as Extract<Part, { kind: 'band' }>
    const weakStrut: Part = { ...band, geometry: { ...band.geometry, strutMostN: 7000 } }
    const input = specInput(coupe, [['even-band', weakStrut]])
    expect(verdictSentence(answered(input), input.unit, input.brief)).toMatch(
      /Line pressure: the servo of the 2-4 band applies 3828 lbf in second gear; the strut and lever are rated for 1574 lbf/,
    )
    // no pressure makes more of it than the strut bears, and the strut is the place that is named
    const strutNm = 0.9 * 7000 * 0.078 * (Math.exp((0.13 * 320 * Math.PI) / 180) - 1)
    const judgedAt = (given: typeof input) => answered(given).stations.find(({ stationId }) => stationId === 'even-band')?.worst
    expect(judgedAt(input)).toMatchObject({ limit: { place: { feature: 'strut' } }, capacityNm: expect.closeTo(strutNm, 6) as number })
    const weakAnchor: Part = { ...band, geometry: { ...band.geometry, anchorMostN: 9000 } }
    const judged = answered(specInput(coupe, [['even-band', weakAnchor]])).stations.find(({ stationId }) => stationId === 'even-band')
    const e = Math.exp((0.13 * 320 * Math.PI) / 180)
    expect(judged?.worst).toMatchObject({
      limit: { place: { feature: 'anchor' } },
      capacityNm: expect.closeTo(0.9 * 9000 * 0.078 * (1 - 1 / e), 6) as number,
    })
  })

  it('a clutch applied at full power needs another lining than one applied at rest; a longer lever has more travel and binds longer', () => {
    const [input, answer] = [specInput(weak), answered(specInput(weak))]
    expect(packReport(input, answer, 'forward-pack')?.advice).toMatchObject({ why: 'at-rest', lining: 'paper' })
    expect(packReport(input, answer, 'direct-pack')?.advice.why).toBe('beyond-all')
    expect(packReport(specInput(balanced), answered(specInput(balanced)), 'direct-pack')?.advice.why).toBe('on-the-fly')
    expect(packReport(input, answer, 'low-reverse')?.advice).toMatchObject({ why: 'rocked' })
    const band = fittedParts(coupe.spec, catalogue).get('even-band') as Extract<Part, { kind: 'band' }>
    const of = (leverRatio: number) => {
      const tried = specInput(coupe, [['even-band', { ...band, geometry: { ...band.geometry, leverRatio } }]])
      return bandReport(tried, answered(tried), 'even-band')
    }
    const [short, long] = [of(2), of(3)]
    expect(long?.travelM).toBeCloseTo(1.5 * (short?.travelM ?? 0), 9)
    expect(long?.held[0]?.forceN).toBeCloseTo(1.5 * (short?.held[0]?.forceN ?? 0), 6)
    expect(long?.overlaps[0]?.releaseS).toBeGreaterThan(short?.overlaps[0]?.releaseS ?? 0)
  })
})
