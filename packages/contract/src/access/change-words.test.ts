import papaparse from 'papaparse'
import type { ChangeEntry } from '../dto/access.dto.js'
import { changesCsv, changeWords } from './change-words.js'

const entry = (change: Partial<ChangeEntry> = {}): ChangeEntry => ({
  id: 7,
  at: '2026-03-01T10:00:00.000Z',
  who: 'Oda',
  role: 'owner',
  address: '192.0.2.1',
  action: 'update',
  subject: 'jobs',
  subjectId: '3',
  subjectName: 'Dune rail',
  fields: [{ path: 'brief.engine.kind', before: null, after: { a: 1 } }],
  ...change,
})

describe('an entry of the change log', () => {
  it('is worded with person, object and values', () => {
    expect(changeWords(entry())).toMatchObject({
      who: 'Oda',
      what: 'Job 3 (Dune rail) changed',
      fields: [{ path: 'brief.engine.kind', before: '–', after: '{"a":1}' }],
    })
    expect(changeWords(entry({ subject: 'people', subjectName: 'Ben', action: 'sign-in', fields: [] })).what).toBe('Ben signed in')
    expect(changeWords(entry({ subject: 'parts', subjectId: 'fwd', subjectName: null, action: 'delete' })).what).toBe('Part fwd removed')
    expect(changeWords(entry({ who: null })).who).toBe('this computer')
    const fields = [
      { path: 'second_factor', before: false, after: true },
      { path: 'ended', before: null, after: null },
      { path: 'ends_at', before: null, after: '2026-12-15T10:12:23.009048+00:00' },
    ]
    expect(changeWords(entry({ fields })).fields).toEqual([
      { path: 'second factor', before: 'no', after: 'yes' },
      { path: 'ends at', before: '–', after: new Date('2026-12-15T10:12:23.009Z').toLocaleString() },
    ])
  })
  it('is exported as a table with complete values and no spreadsheet formula', () => {
    const long = 'x'.repeat(500)
    const text = changesCsv([
      entry({ subjectName: '=1+1', fields: [{ path: 'name', before: long, after: '=cmd' }] }),
      entry({ fields: [] }),
    ])
    const { data } = papaparse.parse<Record<string, string>>(text, { header: true })
    expect(data).toHaveLength(2)
    expect(data[0]).toMatchObject({ who: 'Oda', subjectName: "'=1+1", before: JSON.stringify(long), after: '"=cmd"' })
  })
})
