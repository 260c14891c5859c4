import {
  catalogueOf,
  comparison,
  evaluation,
  jobFileOf,
  evaluateJob,
  partsList,
  readJob,
  sheetOf,
  writeJob,
  type JobContent,
  type JobFile,
  type Lookup,
  type Spec,
} from '@plucky/contract'
import { DEFAULT_RULES, operationsFor, partsFor, toSi, withPart, withWorks, type Operation, type Unit } from '@plucky/core'
import fc from 'fast-check'
import { demoShop } from './index.js'

const { units, jobs, kits, lookup, catalogue } = demoShop()
const unit = units[0] as Unit
const [weak, balanced] = jobs as [JobContent, JobContent]
const NOTHING: Lookup = { unit: () => undefined, part: () => undefined, operation: () => undefined }

/** What a brief may say of engine and vehicle beside its curve, a spec of its lockup, and a house of both. */
const anyFacts = fc
  .record({
    at: fc.constantFrom('flywheel' as const, 'wheels' as const),
    share: fc.double({ min: 0.05, max: 0.3, noNaN: true }),
    lagS: fc.double({ min: 0.1, max: 2, noNaN: true }),
    off: fc.boolean(),
    temperatureK: fc.double({ min: 260, max: 310, noNaN: true }),
    finalDrive: fc.double({ min: 1, max: 9, noNaN: true }),
    apply: fc.option(fc.integer({ min: 40, max: 300 }), { nil: undefined }),
    held: fc.constantFrom('released' as const, 'held' as const),
  })
  .map(({ at, share, lagS, off, temperatureK, finalDrive, apply, held }) => ({
    engine: {
      measured: {
        at,
        lossShare: share,
        correction: 'none' as const,
        from: 'pull, 7.csv',
        air: { barometerPa: toSi(29.1, 'inHg'), temperatureK, humidity: share },
      },
      boost: {
        thresholdRadPerS: toSi(2600, 'rpm'),
        lagS,
        offShare: 0.5 + share,
        ...(off
          ? {
              offPoints: [
                { speedRadPerS: 120, torqueNm: 300 + share },
                { speedRadPerS: 700, torqueNm: 410 },
              ],
            }
          : {}),
      },
      cylinders: 6,
      inertiaKgM2: 0.2 + share,
    },
    vehicle: { finalDrive, tyreRadiusM: toSi(13, 'in'), dragAreaM2: 0.5 + share, cruiseMPerS: toSi(55, 'mph') },
    pressure: apply === undefined ? {} : { lockupApplyPa: toSi(apply, 'psi'), lockupReleasePa: 0 },
    rules: { lockupInShifts: held, lockupSlipRadPerS: share, oilLimitK: temperatureK + 150 },
  }))

/** Any job of the shop: any part or none at each station, worked in any way that it can be, at any pressure and by any rules. */
const anyJob = fc
  .record({
    job: fc.constantFrom(weak, balanced),
    picks: fc.array(fc.nat(), { minLength: unit.stations.length, maxLength: unit.stations.length }),
    worked: fc.array(fc.nat(7), { minLength: unit.stations.length, maxLength: unit.stations.length }),
    psi: fc.integer({ min: 40, max: 390 }),
    variantId: fc.constantFrom('early', 'late', null),
    limitThatCounts: fc.constantFrom('lower', 'computed', 'stated'),
    budget: fc.option(fc.integer({ min: 0, max: 20000 })),
    facts: anyFacts,
  })
  .map(({ job, picks, worked, psi, variantId, limitThatCounts, budget, facts }): JobContent => {
    const spec = unit.stations.reduce<Spec>((before, { id }, i) => {
      const parts = partsFor(catalogue, unit, id)
      const part = parts[(picks[i] ?? 0) % (parts.length + 1)]
      const fitted = withPart(before, id, part?.id ?? null)
      const possible = part ? operationsFor(catalogue, unit, id, part) : []
      const done = possible.filter((_, k) => (worked[i] ?? 0) & (1 << k)).map((operation: Operation) => operation.id)
      return done.length > 0 ? withWorks(fitted, id, done) : fitted
    }, job.spec)
    const pressure = { drivePa: toSi(psi, 'psi'), reversePa: toSi(psi * 1.2, 'psi'), ...facts.pressure }
    const brief = { ...job.brief, budget, engine: { ...job.brief.engine, ...facts.engine }, vehicle: facts.vehicle }
    return { ...job, variantId, spec: { ...spec, pressure }, rules: { ...DEFAULT_RULES, limitThatCounts, ...facts.rules }, brief }
  })
const fileOf = (job: JobContent): JobFile => jobFileOf(job, lookup, kits)
const reread = (text: string) => {
  const read = readJob(JSON.parse(text), NOTHING)
  if (!read.ok) throw new Error(read.problems.map((p) => `${p.path}: ${p.sentence}`).join('\n'))
  return read.value
}

describe('a job file', () => {
  it('of any job is exported, imported into an empty shop, and exported as the same bytes with the same figures', () => {
    fc.assert(
      fc.property(anyJob, (job) => {
        const file = fileOf(job)
        const text = writeJob(file)
        const back = reread(text)
        expect(writeJob(back)).toBe(text)
        expect(JSON.stringify(evaluation(back))).toBe(JSON.stringify(evaluation(file)))
      }),
      { numRuns: 10 },
    )
  })

  type Plain = Record<string, unknown>
  const plain = () => JSON.parse(writeJob(fileOf(balanced))) as Plain
  /** The file with the value at a path replaced, or taken out. */
  const changed = (file: Plain, path: string, value?: unknown): Plain => {
    const copy = structuredClone(file)
    const keys = path.split('.')
    const last = keys.pop() as string
    const holder = keys.reduce((at, key) => at[key] as Plain, copy)
    if (value === undefined) Reflect.deleteProperty(holder, last)
    else holder[last] = value
    return copy
  }
  const read = (file: Plain) => readJob(file, lookup)
  const taken = (file: Plain): JobFile => {
    const checked = read(file)
    if (!checked.ok) throw new Error(JSON.stringify(checked.problems))
    return checked.value
  }
  it('prefers its own operations to those of the shelf, and looks up ids', () => {
    expect(taken(changed(plain(), 'operations.0.price', 1)).operations[0]?.price).toBe(1)
    expect(taken(changed(plain(), 'operations')).operations[0]?.price).toBe(lookup.operation('op-forward-pack-35')?.price)
  })
  it.each([
    ['spec.works.forward-pack', ['op-nonsense'], 'spec.works.forward-pack.0'],
    ['spec.works.forward-pack', ['op-forward-pack-35', 'op-fuller-weld'], 'spec.works.forward-pack.1'],
    ['spec.works.nowhere', ['op-forward-pack-35'], 'spec.works.nowhere'],
    ['spec.fits.forward-pack', null, 'spec.works.forward-pack'],
    ['operations.0.hours', -1, 'operations.0.hours'],
    ['operations.0.becomes', { diameter: '3 ft' }, 'operations.0.becomes.diameter'],
    ['variantId', 'middle', 'variantId'],
    ['kits', 'none', 'kits'],
  ])('with %s: %j is refused at %s', (path, value, at) => {
    const checked = read(changed(plain(), path, value))
    expect(checked.ok ? [] : checked.problems.map((p) => p.path)).toContain(at)
  })
  it('of an earlier version without rules, operations and variant gets the default ones', () => {
    const older = ['rules', 'variantId', 'spec.works'].reduce((file, path) => changed(file, path), plain())
    const { rules, variantId, spec } = taken(older).job
    expect([rules, variantId, spec.works]).toEqual([DEFAULT_RULES, null, {}])
  })
})

describe('with any installed parts', () => {
  it('sheet, parts list and comparison have full words and valid figures', () => {
    fc.assert(
      fc.property(anyJob, anyJob, (a, b) => {
        const [one, other] = [fileOf(a), fileOf({ ...b, unitId: a.unitId })]
        const head = { number: 1, revision: 'x' }
        const [was, is] = [evaluateJob(one), evaluateJob(other)]
        const [sheet, there, back] = [sheetOf(one, head), comparison(was, is), comparison(is, was)]
        expect(JSON.stringify([sheet, partsList(one, head), there])).not.toMatch(/undefined|NaN|Infinity|\[object/)
        expect(sheet.stations.map((s) => s.code)).toEqual(unit.stations.map((s) => s.code))
        const sum = sheet.lines.reduce((total, line) => total + Number(line.price.replace(/[$,]/g, '')), 0)
        expect(Number(sheet.total.price.replace(/[$,]/g, ''))).toBeCloseTo(sum, 6)
        expect(there.stations.map(({ name, was, is }) => ({ name, was: is, is: was }))).toEqual(
          back.stations.map(({ name, was, is }) => ({ name, was, is })),
        )
      }),
      { numRuns: 12 },
    )
  })
  it('a file is its own catalog: parts, operations and complete kits are found by their ids', () => {
    const file = fileOf(weak)
    const { parts, operations, kits: held } = catalogueOf(file)
    for (const id of Object.values(weak.spec.fits)) expect(parts.get(id ?? '')?.id ?? null).toBe(id)
    expect([operations.size, [...held.keys()]]).toEqual([0, ['kit-plates']])
  })
})

it('a file of version 1 opens with the names and ids of version 2, and the same figures', () => {
  const sedan = jobs.find(({ unitId }) => unitId === 'rowan-4') as JobContent
  const file = jobFileOf(sedan, lookup, kits)
  const text = writeJob(file)
    .replace('"version": 2', '"version": 1')
    .replaceAll('"forward clutch"', '"forward pack"')
    .replaceAll('"Original manufacturer"', '"Unit maker"')
    .replaceAll('clearance input-end-play of', 'clearance end play of the input shaft of')
    .replace(/"id": "input-end-play",\s*/, '')
    .replace('"input shaft end play"', '"end play of the input shaft"')
  const read = readJob(JSON.parse(text), NOTHING)
  if (!read.ok) throw new Error(read.problems.map(({ path, sentence }) => `${path}: ${sentence}`).join('; '))
  expect(writeJob(read.value)).toBe(writeJob(file))
  expect(evaluation(read.value)).toEqual(evaluation(file))
})

it('a file of a later version is turned away with its version', () => {
  const later = JSON.parse(writeJob(jobFileOf(weak, lookup, kits))) as object
  const read = readJob({ ...later, version: 3 }, NOTHING)
  expect(read.ok ? [] : read.problems.map(({ sentence }) => sentence)).toEqual([
    expect.stringMatching(/version 1 to 2, is required.*version 3/),
  ])
})
