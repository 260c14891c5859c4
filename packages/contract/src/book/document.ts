import {
  airTests,
  assemblySteps,
  cardRecord,
  cardsOf,
  engineOfBrief,
  fittedParts,
  fitUp,
  readingVerdict,
  specAnswer,
  startChecks,
  updateList,
  updateMarks,
  isLived,
  isOneOf,
  AIR_RESULTS,
  type Mark,
  type Marks,
  type ShopStandard,
  type StartCheck,
  type Unit,
} from '@plucky/core'
import { catalogueOf, inputOf } from '../files/evaluate-job.js'
import type { JobFile } from '../files/job-file.js'
import { CAUTIONS } from '../sheet/cautions.js'
import {
  AIR_RESULT_WORDS,
  CARD_VERDICT_WORDS,
  cardTitle,
  FELT_WORDS,
  FINDING_WORDS,
  markNameWords,
  markValueWords,
  startCheckWords,
  stepWords,
  UPDATE_STATE_WORDS,
  updateReasonWords,
} from '../words/book.js'
import { capital, listed, quantity } from '../words/format.js'
import { stationName } from '../words/station-name.js'
import { verdictSentence } from '../words/verdict.js'

/** One entry of a build book in words. */
export interface BookLine {
  readonly name: string
  readonly value: string
  /** Person and time of the entry. Empty for entries that follow from the build. */
  readonly by: string
}

export interface BookSection {
  readonly title: string
  readonly lines: readonly BookLine[]
}

/** A build book in words, as it is signed and printed. */
export interface BookDocument {
  readonly title: string
  readonly facts: readonly (readonly [name: string, value: string])[]
  readonly verdict: string
  /** Open entries, by section. */
  readonly open: readonly BookSection[]
  /** Fields that differ from the book that was signed before. Empty for the first book. */
  readonly changed: readonly BookLine[]
  readonly sections: readonly BookSection[]
  readonly cautions: readonly string[]
}

/** Input of a book document. */
export interface BookSource {
  readonly file: JobFile
  readonly marks: Marks
  readonly standards: readonly ShopStandard[]
  readonly jobNumber: number
  readonly number: number
  /** Fields of the book that was signed before. */
  readonly before?: Marks
}

/** An entry and whether it is still open. */
interface Entry extends BookLine {
  readonly isOpen: boolean
  /** Fields that the entry shows, or their common beginning with a slash at the end. */
  readonly field: string
}

/** Writes a build book in words. Every field of the book is in it. */
export function bookDocument(given: BookSource): BookDocument {
  const source = { ...given, marks: signedMarks(given.marks) }
  const { file, marks, jobNumber, number, before } = source
  const { job, unit } = file
  const fitted = fittedParts(job.spec, catalogueOf(file), job.book)
  const input = inputOf(job, unit, fitted)
  const answer = specAnswer(input)
  const checks = answer.outcome === 'answered' ? startChecks(input, answer) : []
  const parts: readonly (readonly [title: string, entries: readonly Entry[]])[] = [
    ['Update list', updateEntries(source)],
    ['Teardown', cardEntries(unit, marks)],
    ['Air tests', airEntries(source, fitted)],
    ['Assembly', stepEntries(source, assemblySteps({ unit, fitted, entries: fitUp(input).entries }), fitted)],
    ['First start and road test', checks.map((check) => startEntry(unit, marks, check))],
  ]
  const line = ({ name, value, by }: Entry): BookLine => ({ name, value, by })
  return {
    title: `Build book ${number}, job ${jobNumber}`,
    facts: [
      ['Job', job.name],
      ...(job.customer ? [['Customer', job.customer] as const] : []),
      ['Transmission', unit.name],
      ...(job.variantId === null
        ? []
        : [['Variant', unit.variants?.find(({ id }) => id === job.variantId)?.name ?? job.variantId] as const]),
    ],
    verdict: verdictSentence(answer, unit, job.brief),
    open: parts.flatMap(([title, entries]) => {
      const lines = entries.filter(({ isOpen }) => isOpen).map(line)
      return lines.length > 0 ? [{ title, lines }] : []
    }),
    changed: before ? changes(unit, signedMarks(before), marks) : [],
    sections: [
      ['Installed parts', partLines(unit, fitted)] as const,
      ...parts.map(([title, entries]) => [title, entries.filter(({ isOpen }) => !isOpen).map(line)] as const),
      ['Notes', noteLines(unit, marks)] as const,
      [
        'Entries of parts that are no longer in the build',
        otherLines(
          unit,
          marks,
          parts.flatMap(([, entries]) => entries),
        ),
      ] as const,
    ].flatMap(([title, lines]) => (lines.length > 0 ? [{ title, lines }] : [])),
    cautions: [CAUTIONS.stall, CAUTIONS.rotating, CAUTIONS.estimates],
  }
}

/** Fields that a signature covers. */
const signedMarks = (marks: Marks): Marks => Object.fromEntries(Object.entries(marks).filter(([name]) => !isLived(name)))

/** "Ada, 2026-05-31 14:05 UTC". Empty without an entry. */
const byWords = (mark: Mark | undefined): string =>
  mark && mark.value !== null ? `${mark.by}, ${mark.at.slice(0, 16).replace('T', ' ')} UTC` : ''

const partLines = (unit: Unit, fitted: ReturnType<typeof fittedParts>): BookLine[] =>
  unit.stations.map(({ id, name }) => ({ name: capital(name), value: fitted.get(id)?.name ?? 'none', by: '' }))

function updateEntries({ file, marks, standards }: BookSource): Entry[] {
  const { job, unit } = file
  const engine = engineOfBrief(job.brief.engine)
  const list = updateList({
    unit,
    variantId: job.variantId,
    brief: job.brief,
    powerW: engine.ok ? engine.value.on.peakPowerW : 0,
    arrived: job.arrived,
    spec: job.spec,
    catalogue: catalogueOf(file),
    found: job.teardown.found,
    standards,
    marks: updateMarks(marks),
  })
  return list.map(({ id, stationId, of, state, reason }) => {
    const title = 'weakPlace' in of ? of.weakPlace.place : of.standard.work
    return {
      name: stationId === undefined ? title : `${title} (${stationName(unit, stationId)})`,
      value: `${capital(UPDATE_STATE_WORDS[state])}. ${updateReasonWords(unit, reason)}`,
      by: byWords(marks[`update/${id}/state`]),
      isOpen: state === 'to-do',
      field: `update/${id}/`,
    }
  })
}

function cardEntries(unit: Unit, marks: Marks): Entry[] {
  const cards = cardsOf(unit)
  return cards.map((card) => {
    const alone = cards.filter(({ station }) => station === card.station).length === 1
    const { verdict, findings, latest, photos } = cardRecord(marks, card)
    const words = [
      ...(verdict ? [capital(CARD_VERDICT_WORDS[verdict])] : ['Not judged']),
      ...(findings.length > 0 ? [listed(findings.map((finding) => FINDING_WORDS[finding].name))] : []),
      ...(photos.length > 0 ? [`${photos.length} ${photos.length === 1 ? 'photo' : 'photos'}`] : []),
    ]
    return {
      name: cardTitle(card, alone),
      value: `${words.join('; ')}.`,
      by: byWords(latest),
      isOpen: verdict === undefined,
      field: `card/${card.id}/`,
    }
  })
}

function airEntries({ file, marks }: BookSource, fitted: ReturnType<typeof fittedParts>): Entry[] {
  return airTests({ unit: file.unit, fitted }).map(({ port }) => {
    const mark = marks[`air/${port.id}/result`]
    const result = isOneOf(AIR_RESULTS, mark?.value) ? mark?.value : undefined
    return {
      name: port.name,
      value: result ? `${capital(AIR_RESULT_WORDS[result])}.` : 'Not tested.',
      by: byWords(mark),
      isOpen: result === undefined,
      field: `air/${port.id}/`,
    }
  })
}

function stepEntries(
  { file, marks }: BookSource,
  steps: ReturnType<typeof assemblySteps>,
  fitted: ReturnType<typeof fittedParts>,
): Entry[] {
  return steps.map((step) => {
    const mark = marks[`step/${step.id}/done`]
    const done = mark?.value === true
    const name = `${capital(step.station.name)}: ${stepWords(file.unit, step, fitted.get(step.station.id)?.name)}`
    return { name, value: done ? 'Done.' : 'Not done.', by: byWords(mark), isOpen: !done, field: `step/${step.id}/` }
  })
}

function startEntry(unit: Unit, marks: Marks, check: StartCheck): Entry {
  const name = startCheckWords(unit, check)
  const field = `start/${check.id}/`
  if (check.kind === 'felt') {
    const mark = marks[`start/${check.id}/felt`]
    const felt = typeof mark?.value === 'string' ? mark.value : undefined
    const words = felt !== undefined && felt in FELT_WORDS ? FELT_WORDS[felt as keyof typeof FELT_WORDS] : undefined
    return {
      name,
      value: words === undefined ? 'Not recorded.' : `${capital(words)}.`,
      by: byWords(mark),
      isOpen: words === undefined,
      field,
    }
  }
  const mark = marks[`start/${check.id}/reading`]
  const [expected, shown] = check.kind === 'gauge' ? ([check.expectedPa, 'psi'] as const) : ([check.expectedRadPerS, 'rpm'] as const)
  const wanted = `expected ${quantity(expected, shown)}`
  if (typeof mark?.value !== 'number') return { name, value: `Not read; ${wanted}.`, by: '', isOpen: true, field }
  return {
    name,
    value: `${quantity(mark.value, shown)}, ${readingVerdict(check, mark.value)}; ${wanted}.`,
    by: byWords(mark),
    isOpen: false,
    field,
  }
}

/** Notes of all entries. */
const noteLines = (unit: Unit, marks: Marks): BookLine[] =>
  Object.entries(marks).flatMap(([name, mark]) =>
    name.endsWith('/note') && typeof mark.value === 'string'
      ? [{ name: markNameWords(unit, name), value: mark.value, by: byWords(mark) }]
      : [],
  )

/** Fields that no entry shows: those of parts, places and steps that the build does not have any more. */
const otherLines = (unit: Unit, marks: Marks, entries: readonly Entry[]): BookLine[] =>
  Object.entries(marks).flatMap(([name, mark]) =>
    mark.value === null || name.endsWith('/note') || entries.some(({ field }) => name.startsWith(field))
      ? []
      : [{ name: markNameWords(unit, name), value: markValueWords(name, mark.value), by: byWords(mark) }],
  )

/** Fields that differ from an earlier book. */
function changes(unit: Unit, before: Marks, now: Marks): BookLine[] {
  const names = [...new Set([...Object.keys(before), ...Object.keys(now)])].sort()
  return names.flatMap((name) => {
    const [was, is] = [before[name]?.value ?? null, now[name]?.value ?? null]
    if (JSON.stringify(was) === JSON.stringify(is)) return []
    return [
      { name: markNameWords(unit, name), value: `${markValueWords(name, was)} → ${markValueWords(name, is)}`, by: byWords(now[name]) },
    ]
  })
}
