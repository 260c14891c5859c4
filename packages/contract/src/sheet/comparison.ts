import { fitUp, type Book, type Part, type SpecResult, type Unit } from '@plucky/core'
import { BriefDto } from '../dto/brief.dto.js'
import type { Dto } from '../dto/fields.js'
import { PressureDto } from '../dto/job.dto.js'
import { OperationDto } from '../dto/operation.dto.js'
import { PartDto } from '../dto/part.dto.js'
import { HouseRulesDto } from '../dto/rules.dto.js'
import { inputOf, type EvaluatedJob } from '../files/evaluate-job.js'
import { fitTitle } from '../words/fit.js'
import { misfitSentence } from '../words/fitting.js'
import { shownUnit, toShown } from '../words/shown-units.js'
import { capital, figure, hoursWords, money, quantity, signedMoney } from '../words/format.js'
import { heldInWords, specHeldInWords, verdictIn } from '../words/power-held.js'
import { differences, type Difference } from '../words/field-values.js'
import { teardownWords } from '../words/diagnosis.js'
import { likelyWords } from '../words/verdict.js'
import { stationName } from '../words/station-name.js'

/** One line of two states side by side. */
export interface Compared {
  readonly name: string
  readonly was: string
  readonly is: string
  /** What the step from one to the other is worth, where that is a figure. */
  readonly step: string
}

/** Two states of a job side by side. */
export interface Comparison {
  /** What it holds, what goes first, price and hours. */
  readonly headline: readonly Compared[]
  /** Front to rear, where something else is fitted or done. */
  readonly stations: readonly Compared[]
  /** What each station holds, where that differs. */
  readonly held: readonly Compared[]
  /** Name, variant, brief, pressure, rules, and figures of the shelf that were changed in between. */
  readonly others: readonly Compared[]
}

/** Compares two states of a job, each judged by what it holds itself. */
export function comparison(was: EvaluatedJob, is: EvaluatedJob): Comparison {
  const { unit } = is.file
  return {
    headline: headlineRows(was, is),
    stations: unit.stations.flatMap(({ id, name }) => {
      const [a, b] = [fittedWords(was, id), fittedWords(is, id)]
      return a === b ? [] : [{ name: capital(name), was: a, is: b, step: '' }]
    }),
    held: unit.stations.flatMap(({ id, name }) => {
      const [a, b] = [verdictIn(was.answer, id)?.held, verdictIn(is.answer, id)?.held]
      const [before, after] = [heldInWords(a), heldInWords(b)]
      if (before === after) return []
      const step = a?.outcome === 'held' && b?.outcome === 'held' ? hpStep(a.powerW, b.powerW) : ''
      return [{ name: capital(name), was: before, is: after, step }]
    }),
    others: [...otherRows(was, is), ...shelfRows(was, is)],
  }
}

function headlineRows(was: EvaluatedJob, is: EvaluatedJob): Compared[] {
  const both = (name: string, of: (j: EvaluatedJob) => string, step = ''): Compared => ({ name, was: of(was), is: of(is), step })
  const held = ({ answer }: EvaluatedJob) =>
    answer.outcome === 'answered' && answer.stops.length === 0 && answer.held.outcome === 'held' ? answer.held.powerW : undefined
  const [a, b] = [held(was), held(is)]
  return [
    both('Build holds', ({ answer }) => specHeldInWords(answer), a && b ? hpStep(a, b) : ''),
    both('Likely range', ({ answer }) => (answer.outcome === 'answered' && likelyWords(answer)) || '—'),
    both('Weakest link', ({ answer, file }) => firstOf(answer, file.unit)),
    both('Price', ({ cost }) => money(cost.price), signed(is.cost.price - was.cost.price, signedMoney)),
    both(
      'Labor',
      ({ cost }) => hoursWords(cost.hours),
      signed(is.cost.hours - was.cost.hours, (h) => hoursWords(h, true)),
    ),
    both('Compatibility problems', ({ misfits, file }) => misfits.map((m) => misfitSentence(m, file.unit)).join(' ') || '—'),
  ]
}

const signed = (value: number, words: (value: number) => string) => (Math.abs(value) < 1e-9 ? '' : words(value))

function hpStep(fromW: number, toW: number): string {
  const step = Math.round(toShown(toW, 'hp')) - Math.round(toShown(fromW, 'hp'))
  return step === 0 ? '' : `${step > 0 ? '+' : ''}${figure(step)} ${shownUnit('hp')}`
}

const firstOf = (answer: SpecResult, unit: Unit) =>
  answer.outcome === 'answered' && answer.breakingOrder[0] ? stationName(unit, answer.breakingOrder[0]) : '—'

/** What stands at a station: the part and what is done to it. */
export function fittedWords({ file, catalogue }: Pick<EvaluatedJob, 'file' | 'catalogue'>, stationId: string): string {
  const { fits, works } = file.job.spec
  const part = catalogue.parts.get(fits[stationId] ?? '')
  if (!part) return 'none'
  const done = (works[stationId] ?? []).flatMap((id) => catalogue.operations.get(id) ?? [])
  return [part.name, ...done.map((operation) => operation.name)].join(' + ')
}

const plainRow = ({ name, was, is }: Difference): Compared => ({ name, was, is, step: '' })

function otherRows(was: EvaluatedJob, is: EvaluatedJob): Compared[] {
  const [a, b] = [was.file, is.file]
  const row = (name: string, was: string, is: string) => (was === is ? [] : [{ name, was, is, step: '' }])
  const variant = ({ unit, job }: EvaluatedJob['file']) => unit.variants?.find((v) => v.id === job.variantId)?.name ?? 'unknown'
  const arrived = b.unit.stations.flatMap(({ id, name }) => {
    const named = (file: EvaluatedJob['file']) => file.parts.find((part) => part.id === file.job.arrived[id])?.name ?? 'none'
    return row(`${capital(name)}, as received`, named(a), named(b))
  })
  return [
    ...row('Job name', a.job.name, b.job.name),
    ...row('Customer', a.job.customer ?? '—', b.job.customer ?? '—'),
    ...row('Transmission', a.unit.name, b.unit.name),
    ...row('Variant', variant(a), variant(b)),
    ...differences(a.job.brief, b.job.brief, BriefDto).map(plainRow),
    ...differences(a.job.spec.pressure, b.job.spec.pressure, PressureDto).map(plainRow),
    ...differences(a.job.arrivedPressure, b.job.arrivedPressure, PressureDto).map((d) => ({
      ...plainRow(d),
      name: `As received: ${d.name}`,
    })),
    ...differences(a.job.rules, b.job.rules, HouseRulesDto).map((d) => ({ ...plainRow(d), name: `House rule: ${d.name}` })),
    ...bookRows(was, is),
    ...row('Condition as received', teardownWords(a.unit, a.job.teardown) || '—', teardownWords(b.unit, b.job.teardown) || '—'),
    ...arrived,
  ]
}

/** Measurements that differ between the two builds, named by their entry. */
function bookRows({ file: was, fitted: then }: EvaluatedJob, { file: is, fitted: now }: EvaluatedJob): Compared[] {
  const entries = [...fitUp(inputOf(was.job, was.unit, then)).entries, ...fitUp(inputOf(is.job, is.unit, now)).entries]
  const titleOf = new Map(entries.map((entry) => [entry.key, fitTitle(entry, is.unit)]))
  const words = (book: Book, name: string) => {
    const reading = book.readings[name]
    if (!reading) return '—'
    const figures = reading.values.map(({ valueM }) => quantity(valueM, 'in', 4)).join(', ')
    return [figures, reading.count === undefined ? '' : figure(reading.count), reading.note ?? ''].filter(Boolean).join('; ') || 'noted'
  }
  return [...new Set([...Object.keys(is.job.book.readings), ...Object.keys(was.job.book.readings)])].flatMap((name) => {
    const [a, b] = [words(was.job.book, name), words(is.job.book, name)]
    return a === b ? [] : [{ name: `Measurement: ${titleOf.get(name) ?? name}`, was: a, is: b, step: '' }]
  })
}

/** Items of the shelf that both name and whose figures were changed in between. */
function shelfRows({ file: a }: EvaluatedJob, { file: b }: EvaluatedJob): Compared[] {
  const changed = <T extends { id: string; name: string }>(then: readonly T[], now: readonly T[], dto: Dto) =>
    now.flatMap((item) => {
      const before = then.find((other) => other.id === item.id)
      return before ? differences(before, item, dto).map((d) => ({ ...plainRow(d), name: `Shelf part ${item.name}: ${d.name}` })) : []
    })
  const becomes = b.operations.flatMap((now) => {
    const before = a.operations.find((o) => o.id === now.id)
    return before && JSON.stringify(before.becomes) !== JSON.stringify(now.becomes)
      ? [{ name: `On the shelf, ${now.name}`, was: 'previous geometry', is: 'geometry changed', step: '' }]
      : []
  })
  const train =
    JSON.stringify(a.unit) === JSON.stringify(b.unit)
      ? []
      : [{ name: b.unit.name, was: 'previous data', is: 'transmission data changed', step: '' }]
  const plain = (operations: EvaluatedJob['file']['operations']) => operations.map((operation) => ({ ...operation, becomes: {} }))
  return [
    ...changed<Part>(a.parts, b.parts, PartDto),
    ...changed(plain(a.operations), plain(b.operations), OperationDto),
    ...becomes,
    ...train,
  ]
}
