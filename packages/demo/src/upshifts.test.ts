import { verdictSentence, type JobContent } from '@plucky/contract'
import {
  DEFAULT_RULES,
  elementShifts,
  frictionElementAt,
  heatShare,
  launchesNeeded,
  partLife,
  shiftSeconds,
  toSi,
  USES,
  deriveMargin,
  type Answer,
  type Finding,
  type FrictionElement,
  type Part,
  type SpecInput,
  type Station,
  type StationVerdict,
} from '@plucky/core'
import fc from 'fast-check'
import { demoShop } from './index.js'
import { answered, specInput } from './testing.js'

const { shelf, jobs } = demoShop()
const jobOf = (name: RegExp) => jobs.find((job) => name.test(job.name)) as JobContent
const [weak, balanced] = jobs as [JobContent, JobContent]
const verdictAt = (answer: Answer, id: string) => answer.stations.find(({ stationId }) => stationId === id) as StationVerdict
const ofHeatOrLife = ({ code }: Finding) => code === 'life-short' || code.startsWith('shift-')
const powerOf = ({ held }: Pick<Answer, 'held'>) =>
  held.outcome === 'held' ? held.powerW : held.outcome === 'fails-at-smallest' ? 0 : Infinity

/** Every element of a spec that comes on in an upshift. */
const shifting = (input: SpecInput): { station: Station; part: FrictionElement }[] =>
  input.unit.stations.flatMap((station) => {
    const part = frictionElementAt(input, station)
    return part && elementShifts(input, answered(input).cases, station, part).length > 0 ? [{ station, part }] : []
  })

describe('a full-power upshift', () => {
  it('loads the applied element with turbine torque and inertia, T = T_t + I·Δω/t, at its dynamic friction (by hand)', () => {
    const input = specInput(balanced)
    const answer = answered(input)
    const duty = answer.cases.find(({ id }) => id === 'shift-3') as Answer['cases'][number]
    const { fromRadPerS, toRadPerS, inertiaKgM2, coming } = duty.upshift as NonNullable<typeof duty.upshift>
    expect(coming).toEqual(['direct'])
    // Second is 1 + ρ, third 1.
    const ρ = 40 / 68
    expect(fromRadPerS / toRadPerS).toBeCloseTo(1 + ρ, 9)
    const torque = duty.turbine.torqueNm + (inertiaKgM2 * (fromRadPerS - toRadPerS)) / shiftSeconds(input.unit)
    expect(duty.shift.torqueNm / torque).toBeCloseTo(1, 9)
    const [shift] = elementShifts(input, answer.cases, ...shiftingAt(input, 'direct-pack'))
    expect(shift?.shifting.askedNm).toBeCloseTo((ρ / (1 + ρ)) * torque, 6)
    expect((shift?.shifting.capacityNm ?? 0) / (shift?.holding.capacityNm ?? 1)).toBeCloseTo(0.92, 9)
  })

  it('has the lesser of both margins at every element, and its factor on the hard parts', () => {
    for (const job of jobs) {
      const input = specInput(job)
      const answer = answered(input)
      for (const { station, part } of shifting(input))
        for (const { caseId, holding, shifting } of elementShifts(input, answer.cases, station, part)) {
          const judged = verdictAt(answer, station.id).cases.find((each) => each.caseId === caseId)
          const margins = [holding, shifting].map(({ capacityNm, askedNm }) => capacityNm / askedNm)
          expect(judged?.margin).toBeLessThanOrEqual(Math.min(...margins) * (1 + 1e-9))
          if (judged?.limit.place.feature === 'shifting') expect(judged.margin).toBeCloseTo(Math.min(...margins), 9)
          expect(deriveMargin(input, answer, station.id, caseId)?.valueSi).toBeCloseTo(judged?.margin ?? NaN, 9)
        }
      const upshifts = answer.cases.filter(({ kind }) => kind === 'shift')
      expect(upshifts.map(({ factors }) => factors.hard)).toEqual(upshifts.map(() => job.rules.upshiftFactor))
    }
  })

  it('decides if dynamic friction is short: an engine of more inertia holds less in the shift only', () => {
    const input = specInput(jobOf(/^Ice/), [['intermediate-pack', shelf.find(({ id }) => id === 'rowan-intermediate-pack-stock') as Part]])
    const heavy = (inertiaKgM2: number) => {
      const { brief } = input
      return verdictAt(answered({ ...input, brief: { ...brief, engine: { ...brief.engine, inertiaKgM2 } } }), 'intermediate-pack')
    }
    const [light, flywheel] = [heavy(0.2), heavy(0.6)]
    expect(light.decides).toMatchObject({ caseId: 'shift-2', limit: { place: { feature: 'shifting' } } })
    expect(powerOf(flywheel)).toBeLessThan(powerOf(light))
  })

  it('lasts 0.15 to 0.5 s in every sound demo job, without a warning of heat or life', () => {
    for (const job of jobs.filter((each) => each !== weak && !/streamliner/.test(each.name))) {
      const input = specInput(job)
      const answer = answered(input)
      expect([job.name, ...answer.findings.filter(ofHeatOrLife)]).toEqual([job.name])
      for (const { station, part } of shifting(input))
        for (const { result } of elementShifts(input, answer.cases, station, part)) {
          expect(result.seconds).toBeGreaterThan(0.15)
          expect(result.seconds).toBeLessThan(0.5)
        }
    }
  })
})

function shiftingAt(input: SpecInput, id: string): [Station, FrictionElement] {
  const { station, part } = shifting(input).find(({ station }) => station.id === id) as { station: Station; part: FrictionElement }
  return [station, part]
}

describe('heat of an upshift', () => {
  it('is named with its power held, at which energy or temperature just reaches the limit of the lining', () => {
    const input = specInput(weak)
    const answer = answered(input)
    for (const stationId of ['direct-pack', 'intermediate-pack']) {
      const found = answer.findings.find((finding) => finding.stationId === stationId && finding.held) as Finding
      if (found.held?.outcome !== 'held') throw new Error(`${found.held?.outcome}`)
      const share = heatShare(input, answer.cases, ...shiftingAt(input, stationId), found.held.powerW / answer.peakPowerW)
      expect(share).toBeCloseTo(1, 6)
      expect(found.value).toBeGreaterThan(found.limit)
    }
    expect(verdictSentence(answer, input.unit, weak.brief)).toMatch(
      /Holds about 660 hp .* By heat about \d+ hp: intermediate clutch, 1–2 upshift\. By life about \d+ hp: input shaft, about \d+ of 500 launches\./,
    )
  })

  it('of a shift that does not complete burns the clutch, and is reported', () => {
    const input = specInput(jobOf(/^Ice/), [['intermediate-pack', shelf.find(({ id }) => id === 'rowan-intermediate-pack-stock') as Part]])
    const answer = answered({ ...input, pressure: { drivePa: toSi(80, 'psi'), reversePa: toSi(150, 'psi') } })
    expect(answer.findings.find(({ stationId }) => stationId === 'intermediate-pack')).toMatchObject({
      code: 'shift-burns',
      fromRangeId: '1',
    })
  })

  it('decides by house rule: the power held is then the least of strength and heat, with this very converter too', () => {
    const input = specInput(weak)
    const beside = answered(input)
    const counts = answered({ ...input, rules: { ...weak.rules, shiftHeat: 'count' } })
    const heat = Math.min(
      ...beside.findings.flatMap(({ held, code }) => (held?.outcome === 'held' && code !== 'life-short' ? [held.powerW] : [])),
    )
    expect(powerOf(counts)).toBeCloseTo(heat, 3)
    expect(powerOf(beside)).toBeGreaterThan(heat)
    expect(counts.breakingOrder[0]).toBe('intermediate-pack')
    expect(verdictAt(counts, 'intermediate-pack')).toMatchObject({ by: 'heat', strength: verdictAt(beside, 'intermediate-pack').held })
    expect(verdictSentence(counts, input.unit, weak.brief)).toMatch(/Weakest link: intermediate clutch, by heat in the 1–2 upshift\./)
    expect(counts.heldSameConverter.outcome).toBe('held')
    expect(powerOf({ held: counts.heldSameConverter })).toBeLessThan(powerOf({ held: beside.heldSameConverter }))
  })
})

describe('life', () => {
  it('counts by use: launches, shifts of all gears, hours of work', () => {
    const need = { lifeNeed: { ...DEFAULT_RULES.lifeNeed, circuit: 900, work: 100, drag: 400 } }
    expect([launchesNeeded(need, 'drag', 4), launchesNeeded(need, 'circuit', 4), launchesNeeded(need, 'work', 4)]).toEqual([400, 300, 300])
    for (const use of USES) expect(launchesNeeded(DEFAULT_RULES, use, 4)).toBeGreaterThan(0)
  })

  it('of shaft, teeth or one-way clutch too short for the use is named with the power at which it is just enough', () => {
    const input = specInput(weak)
    const needs = (lifeNeed: number) => {
      const rules = { ...weak.rules, lifeNeed: { ...weak.rules.lifeNeed, [weak.brief.use]: lifeNeed } }
      return { ...input, rules }
    }
    const short = answered(needs(1e7)).findings.filter(({ code }) => code === 'life-short')
    const kinds = new Set(short.map(({ stationId }) => input.unit.stations.find(({ id }) => id === stationId)?.kind))
    expect([...kinds].sort()).toEqual(['gear-set', 'one-way', 'shaft'])
    // Well under a million cycles, where life goes evenly with power.
    const need = 5000
    for (const { stationId, held } of answered(needs(need)).findings.filter(({ code }) => code === 'life-short')) {
      if (held?.outcome !== 'held') throw new Error(`${stationId}: ${held?.outcome}`)
      const station = input.unit.stations.find(({ id }) => id === stationId) as Station
      const part = input.fitted.get(station.id) as Part
      const { cases, peakPowerW } = answered(needs(need))
      const life = partLife({ input: needs(need), cases, station, part }, held.powerW / peakPowerW)
      expect((life?.launches ?? 0) / need).toBeCloseTo(1, 5)
    }
    expect(answered(needs(1)).findings.some(({ code }) => code === 'life-short')).toBe(false)
  })
})

describe('a spec', () => {
  /** The same part, made stronger in one place. */
  function stronger(part: Part): Part | undefined {
    switch (part.kind) {
      case 'shaft':
        return { ...part, stated: [], geometry: { ...part.geometry, steelId: '300m', caseDepthM: 0 } }
      case 'pack':
        return { ...part, geometry: { ...part.geometry, hotStaticFriction: 1.1 * part.geometry.hotStaticFriction } }
      case 'band':
        return { ...part, geometry: { ...part.geometry, leverRatio: 1.1 * part.geometry.leverRatio } }
      case 'gear-set':
        return { ...part, geometry: { ...part.geometry, faceWidthM: 1.1 * part.geometry.faceWidthM } }
      case 'one-way':
        return { ...part, geometry: { ...part.geometry, elementLengthM: 1.1 * part.geometry.elementLengthM } }
      case 'hub':
        return { ...part, stated: [], geometry: { ...part.geometry, steelId: '300m' } }
      case 'shell':
        return { ...part, geometry: { ...part.geometry, thicknessM: 1.1 * part.geometry.thicknessM } }
      case 'lockup':
        return { ...part, geometry: { ...part.geometry, hotFriction: 1.1 * part.geometry.hotFriction } }
      case 'flex-plate': {
        const gripping = (joint: typeof part.geometry.crankJoint) => ({ ...joint, faceFriction: 1.1 * joint.faceFriction })
        const { crankJoint, converterJoint } = part.geometry
        return { ...part, geometry: { ...part.geometry, crankJoint: gripping(crankJoint), converterJoint: gripping(converterJoint) } }
      }
      case 'converter':
        return { ...part, stated: part.stated.map((s) => (s.torqueNm === undefined ? s : { ...s, torqueNm: 1.1 * s.torqueNm })) }
      case 'bolts':
        return { ...part, geometry: { ...part.geometry, nutFactor: part.geometry.nutFactor / 1.1 } }
      // Pump and valves raise pressure, which can overload pistons and struts. Motor plate and pilot carry no torque.
      case 'pump':
      case 'valves':
      case 'motor-plate':
      case 'pilot':
        return undefined
    }
  }

  it('never holds less for one part made stronger in one place', () => {
    const any = fc.record({
      job: fc.constantFrom(...jobs),
      at: fc.nat(),
      psi: fc.integer({ min: 20, max: 500 }),
      shiftHeat: fc.constantFrom('beside' as const, 'count' as const),
      lifeLimits: fc.constantFrom('beside' as const, 'count' as const),
    })
    fc.assert(
      fc.property(any, ({ job, at, psi, shiftHeat, lifeLimits }) => {
        const spec = specInput(job)
        const pressure = { drivePa: toSi(psi, 'psi'), reversePa: toSi(1.3 * psi, 'psi') }
        const input = { ...spec, pressure, rules: { ...job.rules, shiftHeat, lifeLimits } }
        const able = [...input.fitted].flatMap(([station, part]) => {
          const better = stronger(part)
          return better ? [[station, better] as const] : []
        })
        const [station, better] = able[at % able.length] as (typeof able)[number]
        const after = answered({ ...input, fitted: new Map([...input.fitted, [station, better]]) })
        expect([station, powerOf(after) >= powerOf(answered(input)) * (1 - 1e-9)]).toEqual([station, true])
      }),
      { numRuns: 60 },
    )
  })
})
