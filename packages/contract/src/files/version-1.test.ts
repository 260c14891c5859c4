import fc from 'fast-check'
import { itemFromVersion1, jobFromVersion1, unitFromVersion1 } from './version-1.js'

const clearance = (name: string) => ({ fit: { clearances: [{ name, leastM: 0.0001, mostM: 0.0005 }] } })

describe('what version 1 kept', () => {
  it('gets the texts of version 2 in its text fields, and keeps ids, figures and own texts', () => {
    const part = {
      id: 'Unit maker',
      name: 'Billet cover, three faces of woven carbon',
      maker: 'Unit maker',
      note: 'my own note',
      price: 95,
    }
    expect(itemFromVersion1(part)).toEqual({
      id: 'Unit maker',
      name: 'Billet cover, three woven-carbon faces',
      maker: 'Original manufacturer',
      note: 'my own note',
      price: 95,
    })
  })

  it('names a clearance by its current id, or by the name in its readings', () => {
    const ids = (unit: unknown) => (unit as ReturnType<typeof clearance>).fit.clearances.map((one) => (one as { id?: string }).id)
    expect(ids(unitFromVersion1(clearance('end play of the input shaft')))).toEqual(['input-end-play'])
    expect(ids(unitFromVersion1(clearance('gap at my own thrust washer')))).toEqual(['gap at my own thrust washer'])
  })

  it('keeps every reading of a book under its own key', () => {
    const reading = (n: number) => ({ toolId: 'dial', values: [n] })
    const readings = {
      'clearance end play of the input shaft of shaft-a': reading(1),
      'clearance end play of the input shaft of shaft-b': reading(2),
      'clearance end play of the input shafts of shaft-a': reading(3),
      'clearance gap at my own thrust washer': reading(4),
      pilot: reading(5),
    }
    expect(jobFromVersion1({ book: { readings } })).toEqual({
      book: {
        readings: {
          'clearance input-end-play of shaft-a': reading(1),
          'clearance input-end-play of shaft-b': reading(2),
          'clearance end play of the input shafts of shaft-a': reading(3),
          'clearance gap at my own thrust washer': reading(4),
          pilot: reading(5),
        },
      },
    })
  })

  it('is unchanged by a second upgrade, and never throws', () => {
    const name = fc.constantFrom(
      'Unit maker',
      'end play of the input shaft',
      'end play inside the converter',
      'Cross holes sleeved small',
      'x',
      '',
    )
    const any = fc.oneof(
      fc.anything(),
      fc.record({ name, note: name, fit: fc.record({ clearances: fc.array(fc.record({ name })) }) }),
      fc.record({
        book: fc.record({
          readings: fc.dictionary(
            name.map((each) => `clearance ${each} of y`),
            fc.integer(),
          ),
        }),
      }),
    )
    fc.assert(
      fc.property(any, (old) => {
        for (const up of [unitFromVersion1, jobFromVersion1, itemFromVersion1]) expect(up(up(old))).toEqual(up(old))
      }),
      { numRuns: 300 },
    )
  })
})
