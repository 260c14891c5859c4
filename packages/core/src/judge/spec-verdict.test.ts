import { demoShop } from '@plucky/demo'
import fc from 'fast-check'
import { solveTrain } from '../gearing/solve.js'
import type { Part } from '../model/part.js'
import { LIMITS_THAT_COUNT, type HouseRules } from '../model/rules.js'
import type { SpecInput } from '../model/spec-input.js'
import type { Unit } from '../model/unit.js'
import { toSi } from '../quantity/units.js'
import { stationLimits } from '../parts/registry.js'
import { specAnswer, type Answer } from '../reports/answer.js'
import { demandIn } from './demand.js'
import { loadShare } from './load.js'
import { breakingRank } from './power-held.js'
import { besideStation } from './side-by-side.js'
import { judgeSpec, verdictAt } from './spec-verdict.js'
import { drumState, oilOf } from './station-case.js'

const { jobs, shelf, lookup } = demoShop()
const PSI = toSi(1, 'psi')

/** A spec of random parts of its shelf in one of the made-up jobs; some stations are empty. */
const anySpec: fc.Arbitrary<SpecInput> = fc
  .record({
    job: fc.constantFrom(...jobs),
    picks: fc.array(fc.nat(), { minLength: 30, maxLength: 30 }),
    empty: fc.integer({ min: -30, max: 29 }),
    drive: fc.double({ min: 90, max: 260, noNaN: true }),
    limitThatCounts: fc.constantFrom(...LIMITS_THAT_COUNT),
  })
  .map(({ job, picks, empty, drive, limitThatCounts }) => {
    const unit = lookup.unit(job.unitId) as Unit
    const fitted = new Map<string, Part>()
    for (const [i, { id }] of unit.stations.entries()) {
      const parts = shelf.filter((part) => part.unitIds.includes(unit.id) && part.stationIds.includes(id))
      const part = parts[(picks[i] ?? 0) % Math.max(1, parts.length)]
      if (part && i !== empty) fitted.set(id, part)
    }
    const rules: HouseRules = { ...job.rules, limitThatCounts }
    return { unit, brief: job.brief, fitted, pressure: { drivePa: drive * PSI, reversePa: 1.3 * drive * PSI }, rules }
  })

function answered(input: SpecInput): Answer {
  const answer = specAnswer(input)
  if (answer.outcome !== 'answered') throw new Error(answer.outcome)
  return answer
}

/** Every counted limit of a station against its demand, case by case: no term, no cache, no order. Elements side by side are left out. */
function marginsByHand(input: SpecInput, answer: Answer, stationId: string): Map<string, number> | undefined {
  const { unit, brief, rules } = input
  const station = unit.stations.find(({ id }) => id === stationId) as Unit['stations'][number]
  const part = input.fitted.get(stationId)
  if (!part || !rules || besideStation(unit, station) || station.kind === 'lockup') return undefined
  const gearing = solveTrain(unit.train)
  const least = new Map<string, number>()
  for (const limit of stationLimits(unit, station, part, { engineKind: brief.engine.kind, rules }).limits)
    for (const duty of answer.cases) {
      const range = gearing.get(duty.rangeId)
      if (!range || !limit.counts) continue
      if (limit.load.at === 'shift' && !duty.upshift?.coming.includes(limit.load.id)) continue
      const demand = demandIn(duty, loadShare(limit.load, range), limit.shock)
      if (!(demand > 0)) continue
      const margin = limit.torqueNm(oilOf(duty, drumState(unit, station, range))) / demand
      least.set(duty.id, Math.min(margin, least.get(duty.id) ?? Infinity))
    }
  return least
}

describe('a spec', () => {
  it('is judged by the least margin of every limit in every case, as a plain loop finds it', () => {
    let met = 0
    fc.assert(
      fc.property(anySpec, (input) => {
        const answer = answered(input)
        for (const { stationId, cases, worst } of answer.stations) {
          const byHand = marginsByHand(input, answer, stationId)
          if (!byHand) continue
          expect(new Map(cases.map(({ caseId, margin }) => [caseId, margin]))).toEqual(byHand)
          if (worst) expect(worst.margin).toBe(Math.min(...byHand.values()))
          met += cases.length
        }
      }),
      { numRuns: 30 },
    )
    expect(met).toBeGreaterThan(1000)
  })

  it('holds the least of its stations, in the order of their power held', () => {
    fc.assert(
      fc.property(anySpec, (input) => {
        const { stations, held, breakingOrder, together, likely } = answered(input)
        const known = stations.filter((station) => station.held.outcome !== 'no-figure')
        const ranks = breakingOrder.map((id) => breakingRank(known.find(({ stationId }) => stationId === id)?.held ?? held))
        expect(ranks).toEqual([...ranks].sort((a, b) => a - b))
        expect(breakingOrder).toHaveLength(known.length)
        expect(breakingRank(held)).toBe(ranks[0] ?? Infinity)
        expect(breakingOrder.slice(0, together.length)).toEqual(together)
        if (likely && held.outcome === 'held') {
          expect(likely.lowW).toBeLessThan(held.powerW)
          expect(likely.highW).toBeGreaterThan(likely.lowW)
        }
      }),
      { numRuns: 40 },
    )
  })

  it('names an empty station that carries torque, and never counts it as strong', () => {
    fc.assert(
      fc.property(anySpec, (input) => {
        for (const { stationId, partId, missing, held } of answered(input).stations) {
          const station = input.unit.stations.find(({ id }) => id === stationId)
          if (partId !== null || station?.load.at === 'none' || station?.kind === 'lockup') continue
          expect([missing, held]).toEqual([['part'], { outcome: 'no-figure' }])
        }
      }),
      { numRuns: 40 },
    )
  })

  it('of one changed station equals the full judgment if the part changes no load', () => {
    const hardStations = (input: SpecInput) => input.unit.stations.filter(({ kind }) => kind === 'shaft' || kind === 'shell')
    fc.assert(
      fc.property(anySpec, fc.nat(), (input, pick) => {
        const stations = hardStations(input)
        const station = stations[pick % stations.length] as Unit['stations'][number]
        const others = shelf.filter((part) => part.unitIds.includes(input.unit.id) && part.stationIds.includes(station.id))
        const other = others[pick % others.length] as Part
        const changed: SpecInput = { ...input, fitted: new Map(input.fitted).set(station.id, other) }
        const judged = judgeSpec(input)
        if (judged.outcome !== 'judged') throw new Error(judged.outcome)
        const alone = verdictAt(changed, judged.verdict, station.id)
        const whole = answered(changed).stations.find(({ stationId }) => stationId === station.id)
        expect([alone?.held, alone?.worst?.margin, alone?.missing]).toEqual([whole?.held, whole?.worst?.margin, whole?.missing])
      }),
      { numRuns: 40 },
    )
  })

  it('with a contradictory brief is not judged, and names the contradiction', () => {
    const job = jobs[0] as (typeof jobs)[number]
    const { engine } = job.brief
    if (engine.form !== 'headline') throw new Error('the first job is entered by its peaks')
    const twisted = { ...engine, headline: { ...engine.headline, peakTorqueNm: engine.headline.peakTorqueNm / 10 } }
    const unit = lookup.unit(job.unitId) as Unit
    const result = specAnswer({
      unit,
      brief: { ...job.brief, engine: twisted },
      fitted: new Map(),
      pressure: job.spec.pressure,
      rules: job.rules,
    })
    expect(result).toMatchObject({ outcome: 'brief-contradicts-itself', faults: [{ code: 'headline-inconsistent' }] })
  })
})
