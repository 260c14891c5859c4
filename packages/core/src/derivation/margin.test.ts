import { demoShop } from '@plucky/demo'
import type { Part } from '../model/part.js'
import type { SpecInput } from '../model/spec-input.js'
import type { Unit } from '../model/unit.js'
import { seeded } from '../numeric/seeded.js'
import type { Derivation } from '../quantity/derivation.js'
import { specAnswer, type Answer } from '../reports/answer.js'
import { deriveMargin, derivePowerHeld } from './margin.js'

const { jobs, shelf, lookup } = demoShop()
const random = seeded(20261129)
const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T

/** Specs of random parts in the made-up jobs. */
const specs = Array.from({ length: 10 }, (): SpecInput => {
  const job = pick(jobs)
  const unit = lookup.unit(job.unitId) as Unit
  const fitted = new Map<string, Part>()
  for (const { id } of unit.stations) {
    const parts = shelf.filter((part) => part.unitIds.includes(unit.id) && part.stationIds.includes(id))
    if (parts.length > 0) fitted.set(id, pick(parts))
  }
  return { unit, brief: job.brief, fitted, pressure: job.spec.pressure, rules: job.rules }
})
const answered = (input: SpecInput): Answer => {
  const answer = specAnswer(input)
  if (answer.outcome !== 'answered') throw new Error(answer.outcome)
  return answer
}

/** A derivation and all that it rests on. */
const all = (derivation: Derivation): Derivation[] => [
  derivation,
  ...derivation.inputs.flatMap(({ working }) => (working ? all(working) : [])),
]

describe('the derivation of a margin', () => {
  it('gives the margin of every station in every case', () => {
    let met = 0
    for (const input of specs) {
      const answer = answered(input)
      for (const { stationId, cases } of answer.stations)
        for (const { caseId, margin } of cases) {
          const derived = deriveMargin(input, answer, stationId, caseId)?.valueSi ?? NaN
          expect([stationId, caseId, derived / margin]).toEqual([stationId, caseId, expect.closeTo(1, 9)])
          met++
        }
    }
    expect(met).toBeGreaterThan(800)
  })

  it('names each figure with formula and source, down to the entered values', () => {
    const input = specs[0] as SpecInput
    const answer = answered(input)
    for (const { stationId, worst } of answer.stations) {
      const derived = worst && deriveMargin(input, answer, stationId, worst.caseId)
      if (!derived) continue
      const steps = all(derived)
      expect(steps.length).toBeGreaterThan(3)
      for (const { name, formula, source, valueSi, inputs } of steps) {
        expect([name, formula, source].every((text) => text.length > 1)).toBe(true)
        expect(Number.isNaN(valueSi)).toBe(false)
        expect(inputs.length).toBeGreaterThan(0)
        expect(new Set(inputs.map(({ symbol }) => symbol)).size).toBe(inputs.length)
      }
    }
  })

  it('of a used part names the source measured instead of part', () => {
    const input = specs[0] as SpecInput
    const shaft = input.unit.stations.find(({ id, kind }) => kind === 'shaft' && input.fitted.has(id))?.id as string
    const part = input.fitted.get(shaft) as Part
    const used = { ...part, donor: { from: 'a wreck', found: 'no cracks' } } as Part
    const origins = (of: Part) => {
      const changed = { ...input, fitted: new Map(input.fitted).set(shaft, { ...of, stated: [] } as Part) }
      const answer = answered(changed)
      const worst = answer.stations.find(({ stationId }) => stationId === shaft)?.worst
      const margin = deriveMargin(changed, answer, shaft, worst?.caseId ?? '')
      const capacity = margin?.inputs.find(({ symbol }) => symbol === 'capacity')?.working
      return new Set(capacity && all(capacity).flatMap(({ inputs }) => inputs.map(({ origin }) => origin)))
    }
    expect([...origins({ ...part, donor: undefined } as unknown as Part)]).toContain('part')
    expect([...origins(used)]).toContain('measured')
    expect([...origins(used)]).not.toContain('part')
  })

  it('is absent without a value to derive', () => {
    const input = specs[0] as SpecInput
    const answer = answered(input)
    expect(deriveMargin(input, answer, 'no-such-station', 'launch')).toBeUndefined()
    expect(deriveMargin(input, answer, 'input-shaft', 'no-such-case')).toBeUndefined()
    expect(derivePowerHeld(input, answer, 'no-such-station')).toBeUndefined()
  })
})

it('the derivation of power held gives the power held', () => {
  let met = 0
  for (const input of specs) {
    const answer = answered(input)
    for (const { stationId, held } of answer.stations) {
      const derived = derivePowerHeld(input, answer, stationId)
      if (held.outcome !== 'held' || !derived) continue
      expect([stationId, derived.valueSi / held.powerW]).toEqual([stationId, expect.closeTo(1, 5)])
      met++
    }
  }
  expect(met).toBeGreaterThan(80)
})
