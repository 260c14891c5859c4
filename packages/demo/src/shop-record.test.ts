import { checkPart, jobFileOf, evaluateJob, verdictSentence } from '@plucky/contract'
import {
  breakageLimit,
  DEFAULT_RULES,
  isStrength,
  livedCapacity,
  misfits,
  propose,
  stationLimits,
  withPart,
  type KnownStrength,
  type Part,
  type Station,
} from '@plucky/core'
import { demoShop } from './index.js'
import { answered, specInput } from './testing.js'

const { jobs, lookup, catalogue } = demoShop()

describe('a part that broke in the shop', () => {
  it('just holds the engine of the failure: with this engine its least margin is 1, for every kind of part', () => {
    const kinds = new Set<string>()
    for (const job of jobs) {
      const input = specInput(job)
      const { engine } = job.brief
      if (engine.form !== 'headline') continue
      for (const share of [0.8, 1, 1.25]) {
        const { peakPowerW, peakTorqueNm, ...speeds } = engine.headline
        const headline = { ...speeds, peakPowerW: share * peakPowerW, peakTorqueNm: share * peakTorqueNm }
        const brief = { ...input.brief, engine: { ...engine, headline } }
        for (const station of input.unit.stations) {
          const part = input.fitted.get(station.id)
          const found = part && breakageLimit(input, station, ['broken-flat'], share * peakPowerW)
          if (!part || !found) continue
          const stored = { ...catalogue.parts.get(job.spec.fits[station.id] ?? ''), stated: [found.limit] }
          expect(checkPart(JSON.parse(JSON.stringify(stored))).ok).toBe(true)
          // Without other stated limits and computed ones, the recorded limit alone decides.
          const only = { ...input, brief, rules: { ...input.rules, limitThatCounts: 'stated' as const } }
          const fitted = new Map([...input.fitted, [station.id, { ...part, stated: [found.limit] } as Part]])
          const { cases = [] } = answered({ ...only, fitted }).stations.find(({ stationId }) => stationId === station.id) ?? {}
          // A weaker place of the part can decide some cases; the recorded limit is then not passed, and the part holds no more than it.
          const byIt = cases.flatMap(({ limit, margin }) => (limit.stated === found.limit ? [margin] : []))
          const least = Math.min(...cases.map(({ margin }) => margin))
          const at = [job.name, station.id, share]
          expect([...at, Math.min(1, ...byIt), least <= 1.001]).toEqual([...at, expect.closeTo(1, 3), true])
          if (byIt.length < cases.length) continue
          expect([...at, least]).toEqual([...at, expect.closeTo(1, 3)])
          kinds.add(part.kind)
        }
      }
    }
    expect([...kinds]).toEqual(expect.arrayContaining(['shaft', 'hub', 'shell', 'pack', 'gear-set', 'flex-plate']))
  })

  it('has a limit of life for beach marks and none for wear', () => {
    const [job] = jobs as [(typeof jobs)[number]]
    const input = specInput(job)
    const station = input.unit.stations.find(({ id }) => id === 'input-shaft') as Station
    expect(breakageLimit(input, station, ['broken-beach'], 3e5)?.limit.basis).toBe('life')
    expect(breakageLimit(input, station, ['spline-worn', 'scored'], 3e5)).toBeUndefined()
  })
})

describe('strength in this shop', () => {
  const inShop: KnownStrength = { factor: 0.9, healthy: 3, broken: 1 }
  const rules = { ...DEFAULT_RULES, shopStrength: 'count' } as const

  it('scales the strength of hard parts if the house rule says so, but neither friction nor stated figures', () => {
    const { unit, fitted } = specInput(jobs[0] as (typeof jobs)[number])
    const oil = { linePressurePa: 1e6, lockupOil: { applyPa: 1e6, releasePa: 0 }, drumSpeedRadPerS: 0, rangeId: '', dragSense: 1 } as never
    let [scaled, same] = [0, 0]
    for (const station of unit.stations) {
      const part = fitted.get(station.id)
      if (!part) continue
      const known = { ...part, inShop } as Part
      const of = (which: Part, own: typeof rules | typeof DEFAULT_RULES) =>
        stationLimits(unit, station, which, { engineKind: 'petrol', rules: own }).limits
      const [plain, counted, beside] = [of(part, rules), of(known, rules), of(known, DEFAULT_RULES)]
      plain.forEach((limit, i) => {
        const factor = isStrength(limit) ? 0.9 : 1
        if (isStrength(limit)) scaled++
        else same++
        expect(counted[i]?.torqueNm(oil)).toBeCloseTo(factor * limit.torqueNm(oil), 6)
        expect(counted[i]?.derivation(oil).valueSi).toBeCloseTo(factor * limit.derivation(oil).valueSi, 6)
        expect(beside[i]?.torqueNm(oil)).toBe(limit.torqueNm(oil))
      })
    }
    expect([scaled > 10, same > 5]).toEqual([true, true])
  })

  it('does not raise itself: the capacity without it is recorded', () => {
    const job = jobs[0] as (typeof jobs)[number]
    const worstOf = (inner: ReturnType<typeof specInput>) =>
      answered(inner).stations.find(({ stationId }) => stationId === 'input-shaft')?.worst
    const part = catalogue.parts.get(job.spec.fits['input-shaft'] ?? '') as Part
    const known = { ...part, inShop } as Part
    const [plain, counted] = [specInput(job), { ...specInput(job, [['input-shaft', known]]), rules }]
    const [before, after] = [worstOf(plain), worstOf(counted)]
    if (!before || !after) throw new Error('The input shaft carries torque.')
    expect(after.capacityNm).toBeCloseTo(0.9 * before.capacityNm, 6)
    expect(livedCapacity(after, known, rules)).toBeCloseTo(livedCapacity(before, part, DEFAULT_RULES) ?? NaN, 6)
  })
})

describe('a recalled part', () => {
  const job = jobs[0] as (typeof jobs)[number]
  const id = job.spec.fits['input-shaft'] ?? ''
  const recalled = { ...(catalogue.parts.get(id) as Part), recall: 'cracks at the oil hole' } as Part
  const parts = new Map([...catalogue.parts, [id, recalled]])

  it('stops the build in the sentence, and is named with its reason', () => {
    const file = jobFileOf(job, { ...lookup, part: (own) => parts.get(own) }, [])
    const { answer, sentence } = evaluateJob(file)
    expect(sentence).toBe(
      `Recalled: input shaft, “${recalled.name}”: cracks at the oil hole. The build can’t be rated until it is replaced.`,
    )
    expect(answer.outcome === 'answered' && verdictSentence(answer, file.unit, job.brief)).toBe(sentence)
  })

  it('is replaced where another part needs company, and never brought in', () => {
    const input = specInput(job)
    const context = {
      unit: input.unit,
      variantId: job.variantId,
      catalogue: { ...catalogue, parts },
      arrived: job.arrived,
      hourRate: 95,
      worth: () => 0,
    }
    const other = [...parts.values()].find(
      (part) => part.stationIds.includes('input-shaft') && part.unitIds.includes(job.unitId) && part.id !== id,
    )
    const without = withPart(job.spec, 'input-shaft', other?.id ?? '')
    expect(propose(context, without, withPart(without, 'input-shaft', id)).left.map(({ code }) => code)).toContain('recalled')
    expect(misfits(input.unit, new Map([['input-shaft', recalled]]), null).map(({ code }) => code)).toContain('recalled')
  })
})
