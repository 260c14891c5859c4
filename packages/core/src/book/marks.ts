import { isOneOf } from '../numeric/records.js'
import { issue, type Issue } from '../quantity/issue.js'
import type { Unit } from '../model/unit.js'
import { FELT } from './first-start.js'
import { AIR_RESULTS, portsOf } from './air-test.js'
import { CARD_VERDICTS, cardsOf, FINDINGS_OF, type CardVerdict, type PieceFinding } from './pieces.js'
import { UPDATE_STATES } from './update-list.js'

/** Value of one field of the build book. */
export type MarkValue = string | number | boolean | readonly string[]

/** One field of the build book as it was last saved. `rev` counts its changes. */
export interface Mark {
  readonly value: MarkValue | null
  readonly by: string
  readonly at: string
  readonly rev: number
}

/**
 * Fields of a build book by name: "update/ENTRY/state", "card/STATION/PIECE/verdict" and so on. Each field is saved by itself, so that
 * several people can fill in one book.
 */
export type Marks = Readonly<Record<string, Mark>>

/** Longest note, and most photos of a card. */
export const LONGEST_NOTE = 600
export const MOST_CARD_PHOTOS = 8

const SLUG = /^[a-z0-9][a-z0-9-]{0,79}$/

/** Problems of a field of a build book: an unknown name, or a value that the field cannot have. */
export function markIssues(unit: Unit, name: string, value: unknown): Issue[] {
  const [section = '', ...rest] = name.split('/')
  const expected = isOneOf(SECTIONS, section) ? FIELDS[section](unit, rest) : undefined
  if (!expected) return [issue('field-unknown', name, { name })]
  return value === null || expected(value) ? [] : [issue('field-value', name, { name })]
}

type Accepts = (value: unknown) => boolean

const isNote: Accepts = (value) => typeof value === 'string' && value.length <= LONGEST_NOTE
const isPhotos: Accepts = (value) =>
  Array.isArray(value) && value.length <= MOST_CARD_PHOTOS && value.every((id) => typeof id === 'string' && /^[0-9a-f]{64}$/.test(id))

/** Sections of a build book. */
const SECTIONS = ['update', 'card', 'air', 'step', 'start', 'lived'] as const

/** Values that a field of each section can have. `undefined` for a field that is unknown. */
const FIELDS: Readonly<Record<(typeof SECTIONS)[number], (unit: Unit, rest: readonly string[]) => Accepts | undefined>> = {
  update: updateField,
  card: cardField,
  air: airField,
  step: stepField,
  start: startField,
  lived: livedField,
}

function airField(unit: Unit, [id, field, ...more]: readonly string[]): Accepts | undefined {
  if (!portsOf(unit).some((port) => port.id === id) || more.length > 0) return undefined
  if (field === 'result') return (value) => isOneOf(AIR_RESULTS, value)
  return field === 'note' ? isNote : undefined
}

/** Steps depend on the installed parts, so only station and form of the name are checked. */
function stepField({ stations }: Unit, [stationId, work = '', field, ...more]: readonly string[]): Accepts | undefined {
  if (!stations.some(({ id }) => id === stationId) || !SLUG.test(work) || more.length > 0) return undefined
  if (field === 'done') return (value) => value === true
  return field === 'note' ? isNote : undefined
}

/** Checks of the first start depend on the build, so only the form of the name is checked. Readings are SI figures. */
function startField(_unit: Unit, [id = '', field, ...more]: readonly string[]): Accepts | undefined {
  if (!SLUG.test(id) || more.length > 0) return undefined
  if (field === 'felt') return (value) => isOneOf(ALL_FELT, value)
  if (field === 'reading') return (value) => typeof value === 'number' && value >= 0 && value <= GREATEST_READING
  return field === 'note' ? isNote : undefined
}

const ALL_FELT: readonly string[] = Object.values(FELT).flat()

/** Highest reading that is stored, Pa or rad/s. */
const GREATEST_READING = 1e8

/** Conditions of a part after use. */
export const LIVED_STATES = ['healthy', 'worn', 'broken'] as const
export type LivedState = (typeof LIVED_STATES)[number]

/** Figures for the use of a transmission. */
export const LIVED_USES = ['passes', 'miles', 'seasons'] as const

/** True for a field of the section "after use". It can be changed after the book is signed and is not part of the signed book. */
export const isLived = (name: string): boolean => name.startsWith('lived/')

/** Use of the transmission; and for each station the part that was in use, its condition, torque demand and torque capacity, N·m. */
function livedField({ stations }: Unit, [place = '', field = '', ...more]: readonly string[]): Accepts | undefined {
  if (more.length > 0) return undefined
  const isFigure: Accepts = (value) => typeof value === 'number' && value >= 0 && value <= GREATEST_READING
  if (place === 'use') return isOneOf(LIVED_USES, field) ? isFigure : field === 'note' ? isNote : undefined
  if (!stations.some(({ id }) => id === place)) return undefined
  if (field === 'state') return (value) => isOneOf(LIVED_STATES, value)
  if (field === 'part') return (value) => typeof value === 'string' && SLUG.test(value)
  return field === 'demand' || field === 'capacity' ? isFigure : undefined
}

function updateField(_unit: Unit, [id = '', field, ...more]: readonly string[]): Accepts | undefined {
  if (!SLUG.test(id) || more.length > 0) return undefined
  if (field === 'state') return (value) => isOneOf(UPDATE_STATES, value)
  return field === 'note' ? isNote : undefined
}

function cardField(unit: Unit, [place, piece, field, finding, ...more]: readonly string[]): Accepts | undefined {
  const card = cardsOf(unit).find(({ id }) => id === `${place}/${piece}`)
  if (!card || more.length > 0) return undefined
  if (field === 'finding') return isOneOf(FINDINGS_OF[card.piece], finding) ? (value) => value === true : undefined
  if (finding !== undefined) return undefined
  if (field === 'verdict') return (value) => isOneOf(CARD_VERDICTS, value)
  return field === 'note' ? isNote : field === 'photos' ? isPhotos : undefined
}

/** Recorded fields of a teardown card. */
export interface CardRecord {
  readonly verdict: CardVerdict | undefined
  readonly findings: readonly PieceFinding[]
  readonly note: string
  readonly photos: readonly string[]
  /** The latest change of the card. */
  readonly latest: Mark | undefined
}

/** Reads what is recorded of a card. */
export function cardRecord(marks: Marks, card: { readonly id: string; readonly piece: keyof typeof FINDINGS_OF }): CardRecord {
  const at = (field: string) => marks[`card/${card.id}/${field}`]
  const verdict = at('verdict')?.value
  const note = at('note')?.value
  const photos = at('photos')?.value
  const findings = FINDINGS_OF[card.piece].filter((finding) => at(`finding/${finding}`)?.value === true)
  const own = ['verdict', 'note', 'photos', ...FINDINGS_OF[card.piece].map((finding) => `finding/${finding}`)].flatMap(
    (field) => at(field) ?? [],
  )
  return {
    verdict: isOneOf(CARD_VERDICTS, verdict) ? verdict : undefined,
    findings,
    note: typeof note === 'string' ? note : '',
    photos: Array.isArray(photos) ? photos : [],
    latest: own.reduce<Mark | undefined>((latest, mark) => (latest && latest.at >= mark.at ? latest : mark), undefined),
  }
}

/** States of the update list that were set by hand, by entry. */
export const updateMarks = (marks: Marks): Readonly<Record<string, unknown>> =>
  Object.fromEntries(
    Object.entries(marks).flatMap(([name, { value }]) => {
      const [section, id, field] = name.split('/')
      return section === 'update' && id !== undefined && field === 'state' ? [[id, value]] : []
    }),
  )
