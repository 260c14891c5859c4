import {
  checkJob,
  evaluation,
  findingSentence,
  fitSentence,
  inputOf,
  evaluateJob,
  readJob,
  togetherSentence,
  writeJob,
  type JobContent,
  type JobFile,
} from '@plucky/contract'
import {
  withInstalledBolts,
  RESOLUTION_M,
  TOOLS_FOR,
  fittedParts,
  fitUp,
  fromSi,
  plateReport,
  specAnswer,
  toSi,
  withPart,
  withWorks,
  type Answer,
  type FitEntry,
  type Part,
  type Reading,
} from '@plucky/core'
import fc from 'fast-check'
import { demoShop } from './index.js'

const { units, jobs, catalogue, kits, lookup, shelf } = demoShop()
const [weak, balanced] = jobs as [JobContent, JobContent]
const unit = units.find(({ id }) => id === 'alder-3') as (typeof units)[number]
const inch = (value: number) => toSi(value, 'in')
const read = (toolId: Reading['toolId'], ...values: number[]): Reading => ({ toolId, values: values.map((valueM) => ({ valueM })) })

const fitted = (job: JobContent) => fittedParts(job.spec, catalogue, job.book)
const inputFor = (job: JobContent) => inputOf(job, units.find(({ id }) => id === job.unitId) as (typeof units)[number], fitted(job))
const answerOf = (job: JobContent) => specAnswer(inputFor(job)) as Answer
const entriesOf = (job: JobContent) => new Map(fitUp(inputFor(job)).entries.map((entry) => [entry.id, entry]))
const sentenceOf = (job: JobContent, id: string) => fitSentence(entriesOf(job).get(id) as FitEntry, unit)
const withParts = (job: JobContent, fits: Record<string, string | null>): JobContent => ({
  ...job,
  spec: Object.entries(fits).reduce((spec, [station, id]) => withPart(spec, station, id), job.spec),
})
/** A job with readings of the parts that are fitted in it, by what was measured. */
const measuring = (job: JobContent, readings: JobContent['book']['readings']): JobContent => {
  const entries = entriesOf(job)
  return {
    ...job,
    book: { readings: Object.fromEntries(Object.entries(readings).map(([id, reading]) => [entries.get(id)?.key ?? id, reading])) },
  }
}
const platePower = (job: JobContent) => {
  const held = answerOf(job).stations.find(({ stationId }) => stationId === 'flex-plate')?.held
  return held?.outcome === 'held' ? fromSi(held.powerW, 'hp') : NaN
}

describe('the jobs of the shop', () => {
  it.each(jobs.map((job) => [job.name, job] as const))('%s goes together, with a figure for everything', (_name, job) => {
    const words = [...entriesOf(job).values()].map(({ id, verdict }) => [id, verdict.word] as const)
    expect(words.filter(([, word]) => !['fits', 'unmeasured', 'taken', 'measure-again'].includes(word))).toEqual([])
    expect(words.length).toBeGreaterThan(50)
    const keys = [...entriesOf(job).values()].map(({ key }) => key)
    expect(Object.keys(job.book.readings).filter((key) => !keys.includes(key))).toEqual([])
    // What upshifts and launches do to linings and shafts is another matter than whether it goes together.
    expect(answerOf(job).findings.filter(({ code }) => code !== 'life-short' && !code.startsWith('shift-'))).toEqual([])
  })
  it('of another core have the crank bolts that do not match', () => {
    const other = withParts(weak, { 'flex-plate': 'plate-double' })
    expect(sentenceOf(other, 'crank-pattern')).toBe(
      '6 × 0.4375 in on 3.400 in and 8 × 0.4375 in on 3.600 in: the number and the circle differ. Do not assemble.',
    )
    expect(answerOf(other).findings.map((finding) => findingSentence(finding, unit))).toContainEqual(
      expect.stringMatching(/^Fit-up, crank bolt pattern: 6 × /),
    )
  })
})

describe('a motor plate', () => {
  const refused = (fits: Record<string, string | null>) =>
    entriesOf(withParts(weak, fits)).get('pilot-engagement')?.verdict.word === 'refused'
  it('moves the pilot out of the crank by its thickness, and a longer pilot engages again', () => {
    const plates = { none: [null, 0], thin: ['mplate-thin', 90], mid: ['mplate-mid', 157.48], thick: ['mplate-thick', 250] } as const
    const pilots = { own: [null, 0], longer: ['pilot-longer', 120], long: ['pilot-long', 250] } as const
    for (const [plate, thick] of Object.values(plates))
      for (const [pilot, more] of Object.values(pilots))
        // The converter's own pilot goes 0.310 in into the crank; the house wants 0.125 in.
        expect([plate, pilot, refused({ 'motor-plate': plate, pilot })]).toEqual([plate, pilot, 310 + more - thick < 125])
  })
  it('names the part to order, and bolts that are too short', () => {
    const thick = withParts(weak, { 'motor-plate': 'mplate-thick' })
    expect(sentenceOf(thick, 'pilot-engagement')).toBe('0.065 in under minimum. Order a pilot at least 0.065 in longer.')
    expect(sentenceOf(thick, 'converter-thread')).toBe('0.161 in under minimum. Order bolts at least 0.161 in longer.')
    expect(sentenceOf(withParts(thick, { converter: 'conv-258-race' }), 'pilot-engagement')).toMatch(/one piece with the cover/)
    expect(sentenceOf(withParts(weak, { 'motor-plate': 'mplate-bare' }), 'pull-forward')).toMatch(
      /over maximum\. Add pad spacers of at least 0\.120 in/,
    )
  })
})

describe('the plate as it is bolted', () => {
  const twelve = { 'converter-bolts': 'vbolt-twelve', 'flex-plate': 'plate-certified' }
  const bolts = (fits: Record<string, string | null>) => plateReport(inputFor(withParts(weak, fits)))?.converter.bolts
  it('counts a second pattern only as far as the cover has pads for it', () => {
    const plate = shelf.find(
      ({ kind, geometry }) => kind === 'flex-plate' && 'converterJoint' in geometry && geometry.converterJoint.second,
    )
    const cover = shelf.find(({ kind, geometry }) => kind === 'converter' && 'front' in geometry && geometry.front)
    if (plate?.kind !== 'flex-plate' || cover?.kind !== 'converter' || !cover.geometry.front) throw new Error('none on the shelf')
    const { second: own, ...front } = cover.geometry.front
    void own
    const joint = (pads: Partial<typeof cover.geometry.front>) => {
      const behind: Part = { ...cover, geometry: { ...cover.geometry, front: { ...front, ...pads } } }
      const bolted = withInstalledBolts(
        new Map<string, Part>([
          ['flex-plate', plate],
          ['converter', behind],
        ]),
      ).get('flex-plate')
      return bolted?.kind === 'flex-plate' ? bolted.geometry.converterJoint : undefined
    }
    expect(joint({ bolts: 3 })?.second).toBeUndefined()
    expect(joint({ bolts: 3, second: { bolts: 3, circleDiameterM: 0.28 } })?.second?.bolts).toBe(3)
    expect(joint({ bolts: 3 })?.bolts).toBe(3)
  })

  it('has its second pattern in where there are bolts and pads for it', () => {
    expect(bolts({ ...twelve, converter: 'conv-258-race' })).toBe(12)
    expect(bolts({ ...twelve, converter: 'conv-258-forged' })).toBe(6)
    expect(bolts({ ...twelve, converter: 'conv-258-race', 'converter-bolts': 'vbolt-alloy' })).toBe(6)
    expect(bolts({ 'flex-plate': 'plate-stamped', converter: 'conv-264-stock' })).toBe(3)
  })
  it('reports holes that stay empty, and its patterns match', () => {
    const set = fitted(weak).get('crank-bolts') as Extract<Part, { kind: 'bolts' }>
    const six = {
      ...inputFor(weak),
      fitted: withInstalledBolts(
        new Map(fitted(weak))
          .set('flex-plate', catalogue.parts.get('plate-stamped') as Part)
          .set('crank-bolts', { ...set, geometry: { ...set.geometry, pieces: 6 } }),
      ),
    }
    const { crank, converter } = plateReport(six) as NonNullable<ReturnType<typeof plateReport>>
    expect([crank.bolts, crank.minds, converter.minds]).toEqual([6, ['holes-empty'], ['second-missing']])
    expect(fitUp(six).entries.find(({ id }) => id === 'crank-pattern')?.verdict.word).toBe('fits')
  })
  it('must have both patterns above the house redline, with the reason if plate or cover lacks one', () => {
    const warnings = (job: JobContent, rules: Partial<JobContent['rules']> = {}) =>
      plateReport(inputFor({ ...job, rules: { ...job.rules, ...rules } }))?.converter.minds
    const second = { 'flex-plate': 'plate-certified', converter: 'conv-258-race' }
    expect(warnings(weak)).toContain('second-missing')
    expect(warnings(withParts(weak, second))).toContain('second-wanted')
    expect(warnings(withParts(weak, { ...twelve, converter: 'conv-258-race' }))).toEqual([])
    // Redline of this engine: 7,000 rpm.
    expect(warnings(weak, { secondPatternRadPerS: toSi(7000, 'rpm') })).toEqual([])
    expect(warnings(weak, { converterBolts: 'first' })).toEqual([])
    expect(warnings(weak, { converterBolts: 'both', secondPatternRadPerS: toSi(9000, 'rpm') })).toContain('second-missing')
  })

  it('is drilled for one by an operation', () => {
    const drilled = {
      ...weak,
      spec: withWorks(withParts(weak, { 'converter-bolts': 'vbolt-twelve', converter: 'conv-258-race' }).spec, 'flex-plate', [
        'op-second-bolts',
      ]),
    }
    expect(plateReport(inputFor(drilled))?.converter).toMatchObject({ bolts: 12, worth: { bothNm: expect.any(Number) } })
  })
  it('holds by the selected bolts: a joint too weak for the engine fails first', () => {
    const soft = fitted(weak).get('crank-bolts') as Extract<Part, { kind: 'bolts' }>
    const parts = new Map(catalogue.parts).set('soft', {
      ...soft,
      id: 'soft',
      geometry: { ...soft.geometry, tighteningTorqueNm: toSi(20, 'lb-ft') },
    })
    const job = withParts(weak, { 'crank-bolts': 'soft' })
    const answer = specAnswer(inputOf(job, unit, fittedParts(job.spec, { ...catalogue, parts }))) as Answer
    const plate = answer.stations.find(({ stationId }) => stationId === 'flex-plate')
    expect(plate?.decides?.limit.place.feature).toBe('crank-joint')
    // 8 × 0.15 × 20·12/(0.2·0.4375) lbf × 1.8 in, by hand
    expect(fromSi(plate?.decides?.capacityNm ?? 0, 'lb-ft')).toBeCloseTo((8 * 0.15 * ((20 * 12) / (0.2 * 0.4375)) * 1.8) / 12, 3)
  })
  it('holds half as soon as its pads are measured crooked', () => {
    const straight = measuring(weak, { 'pad-run-out': read('dial', inch(0.004)) })
    const crooked = measuring(weak, { 'pad-run-out': read('dial', inch(0.013)) })
    expect(platePower(straight)).toBeCloseTo(platePower(weak), 6)
    expect(platePower(crooked) / platePower(weak)).toBeCloseTo(0.5, 2)
    expect(sentenceOf(crooked, 'pad-run-out')).toMatch(/0\.0030 in over maximum\. Machine the pads true/)
    expect(sentenceOf(measuring(weak, { 'pad-run-out': read('dial', inch(0.0098)) }), 'pad-run-out')).toMatch(
      /Remeasure it with a fine dial indicator\./,
    )
  })
  it('fails with the input shaft if their powers are close, and the breaking order brackets them', () => {
    const plateAt = (share: number) => {
      const stock = fitted(weak).get('flex-plate') as Extract<Part, { kind: 'flex-plate' }>
      const shaft = answerOf(weak).stations.find(({ stationId }) => stationId === 'input-shaft')?.held
      const powerW = shaft?.outcome === 'held' ? shaft.powerW * share : 0
      const torqueNm = (toSi(880, 'lb-ft') * powerW) / toSi(platePower(weak), 'hp')
      const plate = { ...stock, stated: [{ place: 'station', origin: 'maker', torqueNm }] } as Part
      const input = inputFor(weak)
      return specAnswer({ ...input, fitted: new Map(input.fitted).set('flex-plate', plate) }) as Answer
    }
    expect(plateAt(1.03).together).toEqual(expect.arrayContaining(['input-shaft', 'flex-plate']))
    expect(togetherSentence(plateAt(1.03), unit)).toMatch(/^Close behind: .*flex plate.*\. Upgrade them together/)
    expect(plateAt(1.2).together).not.toContain('flex-plate')
  })
})

describe('the rule book', () => {
  const onDay = (raceDay: string): JobContent => ({
    ...balanced,
    brief: { ...balanced.brief, ruleBook: { ...(balanced.brief.ruleBook as NonNullable<JobContent['brief']['ruleBook']>), raceDay } },
  })
  const said = (job: JobContent) => answerOf(job).findings.map((finding) => findingSentence(finding, unit))
  it('decides on a plate by class, elapsed time and the day', () => {
    expect(said(onDay('2027-06-12'))).toEqual([])
    expect(said(onDay('2027-06-13'))).toEqual(['Flex plate: the certificate has expired, before the event. The current rule book decides.'])
    expect(said(withParts(balanced, { 'flex-plate': 'plate-stamped' })).join()).toMatch(
      /requires a certified plate .* no certificate\. The current rule book decides/,
    )
  })
  it('a plate spun slower than the engine turns is refused', () => {
    const input = inputFor(balanced)
    const plate = input.fitted.get('flex-plate') as Extract<Part, { kind: 'flex-plate' }>
    const slow = { ...plate, geometry: { ...plate.geometry, spinTestRadPerS: toSi(6900, 'rpm') } }
    const { findings } = specAnswer({ ...input, fitted: new Map(input.fitted).set('flex-plate', slow) }) as Answer
    expect(findings.map((finding) => findingSentence(finding, unit))).toEqual([
      expect.stringMatching(/redline 7000 rpm is above the 6900 rpm spin-test speed/),
    ])
  })
})

describe('the book of a job', () => {
  const book = {
    readings: {
      'bore-diameter': { ...read('bore-gauge', inch(1.7084), inch(1.7086)), note: 'rust ring at the mouth', photos: ['a'.repeat(64)] },
      'spline input-shaft turbine spline': { toolId: 'eye', values: [], count: 32 } as Reading,
    },
  }
  const photos = [{ id: 'a'.repeat(64), type: 'image/png' as const, data: 'iVBORw0KGgoAAAANSUhEUg==' }]
  const parts = [...catalogue.parts.values()].filter(
    ({ id }) => Object.values(weak.spec.fits).includes(id) || Object.values(weak.arrived).includes(id),
  )
  const file: JobFile = { job: { ...weak, book }, unit, parts, operations: [], kits: [...kits].slice(0, 0), photos }
  it('is exported with its photos and imported unchanged', () => {
    const text = writeJob(file)
    const back = readJob(JSON.parse(text), lookup)
    if (!back.ok) throw new Error(JSON.stringify(back.problems))
    expect(back.value.job.book).toEqual(JSON.parse(JSON.stringify(book)))
    expect(writeJob({ ...back.value, kits: [] })).toBe(text)
  })
  it('belongs to the measured parts: another part has its own, and the first its own again', () => {
    const measured = measuring(weak, { 'plate-depth': read('calliper', inch(1.1)), 'bore-depth': read('calliper', inch(0.85)) })
    const depth = (job: JobContent) => entriesOf(job).get('plate-depth')?.reading
    const other = withParts(measured, { 'flex-plate': 'plate-machined' })
    expect([
      depth(measured)?.values.length,
      depth(other),
      depth(withParts(other, { 'flex-plate': 'plate-stamped' }))?.values.length,
    ]).toEqual([1, null, 1])
    expect(entriesOf(other).get('bore-depth')?.reading).not.toBeNull() // the engine is the same
    const trued = {
      ...measuring(weak, { 'pad-run-out': read('dial', inch(0.013)) }),
      spec: withWorks(weak.spec, 'flex-plate', ['op-true-pads']),
    }
    expect(entriesOf(trued).get('pad-run-out')?.reading).toBeNull() // what was measured before the work says nothing of it after
  })
  it('is refused with an invalid reading, with its path', () => {
    const paths = (readings: object) => {
      const checked = checkJob({ ...weak, book: { readings } }, lookup)
      return checked.ok ? [] : checked.problems.map(({ path }) => path)
    }
    expect(paths({ 'pump-seat': { toolId: 'laser', values: [] } })).toEqual(['book.readings.pump-seat.toolId'])
    expect(paths({ 'pump-seat': read('calliper', NaN) })).toEqual(['book.readings.pump-seat.values.0.valueM'])
    expect(paths({ 'a.b': read('calliper', 0.1) })).toEqual(['book.readings.a.b'])
    expect(paths({ 'pump-seat': read('calliper', 0.16) })).toEqual([])
  })
  it('is evaluated with the spec: every entry with its sentence, and measured values instead of the sheet', () => {
    const plain = evaluation({ ...file, job: measuring(weak, { 'pilot-ahead': read('calliper', inch(1.2)) }) }) as {
      sentence: string
      fit: { entries: { id: string; sentence: string }[] }
    }
    expect(plain.fit.entries.find(({ id }) => id === 'pilot-ahead')?.sentence).toBe('0.170 in under nominal. The measured value is used.')
    expect(plain.fit.entries.find(({ id }) => id === 'pilot-engagement')?.sentence).toMatch(
      /^Within limits, using nominal flex plate offset, crank flange to pads\.$/,
    )
    expect(evaluateJob(file).sentence).toBe(plain.sentence)
  })
})

describe('with any readings', () => {
  /** Readings of any entries with any of their tools: near their sheets, near their limits, or far off. */
  const anyReadings = fc.array(
    fc.record({
      pick: fc.nat(),
      tool: fc.nat(),
      near: fc.nat(2),
      steps: fc.double({ min: -4, max: 4, noNaN: true }),
      second: fc.boolean(),
    }),
    { minLength: 1, maxLength: 14 },
  )
  it('no reading passes closer to a limit than the tolerance of its tool, and every sentence is complete', () =>
    fc.assert(
      fc.property(fc.constantFrom(...jobs), anyReadings, (job, drawn) => {
        const plain = [...entriesOf(job).values()].flatMap((entry) => ('gauged' in entry && entry.gauged !== null ? [entry] : []))
        const readings = Object.fromEntries(
          drawn.map(({ pick, tool, near, steps, second }): [string, Reading] => {
            const entry = plain[pick % plain.length] as (typeof plain)[number]
            const tools = TOOLS_FOR[entry.gauged as keyof typeof TOOLS_FOR]
            const toolId = tools[tool % tools.length] as Reading['toolId']
            const about = [entry.specifiedM, entry.bounds?.leastM, entry.bounds?.mostM][near] ?? entry.specifiedM ?? 0.01
            const valueM = about + steps * RESOLUTION_M[toolId]
            return [entry.key, { toolId, values: [{ valueM }, ...(second ? [{ valueM: valueM + RESOLUTION_M[toolId] }] : [])] }]
          }),
        )
        const measured = { ...job, book: { readings } }
        for (const entry of entriesOf(measured).values()) {
          const said = fitSentence(entry, units.find(({ id }) => id === job.unitId) as (typeof units)[number])
          expect(said).not.toMatch(/undefined|NaN|Infinity|\[object/)
          if (!('bounds' in entry) || !entry.bounds || !entry.measured) continue
          const { lowM, highM, openM } = entry.measured
          const roomM = Math.min(lowM - (entry.bounds.leastM ?? -Infinity), (entry.bounds.mostM ?? Infinity) - highM)
          if (entry.verdict.word === 'fits') expect(roomM).toBeGreaterThan(openM)
          if (entry.verdict.word === 'refused') expect(roomM).toBeLessThan(-openM)
          if (entry.verdict.word === 'measure-again') expect(said).toMatch(/\. Remeasure .+ with .+\.$/)
        }
        const text = JSON.stringify(measured.book)
        expect(JSON.stringify((checkJob(measured, lookup) as { value?: JobContent }).value?.book)).toBe(text)
      }),
      { numRuns: 60 },
    ))
})
