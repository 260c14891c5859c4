import papaparse from 'papaparse'
import type { ChangeEntry } from '../dto/access.dto.js'

/** An entry of the change log in words. */
export interface ChangeWords {
  readonly when: string
  readonly who: string
  readonly what: string
  readonly fields: readonly { readonly path: string; readonly before: string; readonly after: string }[]
}

const SUBJECTS: Readonly<Record<string, string>> = {
  jobs: 'Job',
  units: 'Transmission',
  parts: 'Part',
  operations: 'Operation',
  kits: 'Kit',
  suppliers: 'Supplier',
  shop: 'Shop',
  revisions: 'Revision',
  quotes: 'Quote',
  book_marks: 'Build book',
  signed_books: 'Signed build book',
  opened_books: 'Build book',
  people: 'Person',
  links: 'Customer link',
}

const ACTIONS: Readonly<Record<string, string>> = {
  insert: 'added',
  update: 'changed',
  delete: 'removed',
  'sign-in': 'signed in',
  'sign-in-refused': 'sign-in failed',
}

/** Time as the database writes it. */
const TIME = /^\d{4}-\d\d-\d\dT[\d:.]+[+-]\d\d:\d\d$/

/** Longest text of a value. */
const MOST = 120

/** Words for an entry. Figures are SI, as stored. */
export const changeWords = ({ at, who, action, subject, subjectId, subjectName, fields }: ChangeEntry): ChangeWords => ({
  when: new Date(at).toLocaleString(),
  who: who ?? (action === 'sign-in-refused' ? 'unknown' : 'this computer'),
  what: `${subjectWords(subject, subjectId, subjectName)} ${ACTIONS[action] ?? action}`,
  fields: fields
    // A new row also lists its empty fields.
    .filter(({ before, after }) => before !== after)
    .map(({ path, before, after }) => ({
      path: path.replaceAll('_', ' '),
      before: changeValueWords(before),
      after: changeValueWords(after),
    })),
})

function subjectWords(subject: string, id: string, name: string | null): string {
  const kind = SUBJECTS[subject] ?? subject
  if (subject === 'people' && name !== null) return name
  return name === null ? `${kind} ${id}` : `${kind} ${id} (${name})`
}

/** A stored value as short text. */
export function changeValueWords(value: unknown): string {
  if (value === null || value === undefined) return '–'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'string' && TIME.test(value)) return new Date(value).toLocaleString()
  const text = typeof value === 'string' ? value : JSON.stringify(value)
  return text.length > MOST ? `${text.slice(0, MOST)}…` : text
}

/** The change log as CSV, one row per changed field. Values are complete. Times are UTC. */
export const changesCsv = (entries: readonly ChangeEntry[]): string =>
  papaparse.unparse(
    entries.flatMap(({ id, at, who, role, address, action, subject, subjectId, subjectName, fields }) =>
      (fields.length > 0 ? fields : [{ path: '', before: null, after: null }]).map(({ path, before, after }) => ({
        id,
        at,
        who: who ?? '',
        role: role ?? '',
        address: address ?? '',
        action,
        subject,
        subjectId,
        subjectName: subjectName ?? '',
        path,
        before: JSON.stringify(before),
        after: JSON.stringify(after),
      })),
    ),
    { escapeFormulae: true },
  )
