import { lineKey, matchPrices, numbersOf, readPriceList, type PricedItem } from './index.js'
import { supplyOf } from './files/supply-words.js'

const list = (...rows: string[]) => rows.join('\r\n')

const item = (id: string, name: string, price: number, more: Partial<PricedItem> = {}): PricedItem => ({
  kind: 'parts',
  id,
  name,
  maker: 'Halyard',
  where: 'Alder 3 · Halyard',
  price,
  ...more,
})
const matched = (lines: Parameters<typeof matchPrices>[0], shelf: readonly PricedItem[], factor = 1) =>
  matchPrices(lines, factor, shelf, { numbers: [] })

describe('price list', () => {
  test('headings, currency, thousands, groups and lines without a price', () => {
    const read = readPriceList(
      list(
        'Harbor Supply,Price list,,',
        'Item No.,Description,Dealer,Lead time',
        'Shafts,,,',
        'HS-10,Main shaft,"$1,250.00",2 weeks',
        'HS-11,Output shaft,"$980.50",in stock',
        'HS-12,Pilot shaft,call,',
        'HS-13,Sun shell,$-5.00,',
      ),
    )
    expect(read.columns).toEqual({ number: 0, name: 1, price: 2, lead: 3 })
    expect(read.lines).toEqual([
      { line: 4, number: 'HS-10', name: 'Main shaft', price: 1250, leadDays: 14 },
      { line: 5, number: 'HS-11', name: 'Output shaft', price: 980.5, leadDays: 0, inStock: true },
    ])
    expect(read.bad.map(({ line, sentence }) => [line, sentence.includes('price')])).toEqual([
      [6, true],
      [7, true],
    ])
    expect(read).toMatchObject({ priceless: 1, currencies: ['$'], doubts: [], problem: '' })
  })

  test('decimal commas and semicolons; an ambiguous mark is asked for', () => {
    expect(readPriceList(list('Item;Net price', 'A1;1.250,50 €', 'A2;80,00 €')).lines.map(({ price }) => price)).toEqual([1250.5, 80])
    const doubtful = list('SKU,Price', 'A1,"1,250"', 'A2,"2,400"')
    expect(readPriceList(doubtful).doubts.map(({ id }) => id)).toEqual(['decimal'])
    expect(readPriceList(doubtful).lines).toEqual([])
    expect(readPriceList(doubtful, { decimal: '.' }).lines.map(({ price }) => price)).toEqual([1250, 2400])
  })

  test('the decimal mark of the last list answers only what this one leaves open, and a price with the other mark is not used', () => {
    const open = list('SKU,Price', 'A1,"1,250"')
    expect(readPriceList(open, { usualDecimal: '.' }).lines[0]?.price).toBe(1250)
    const shown = list('SKU;Price', 'A1;1.250,50', 'A2;99,00', 'A3;1250.75')
    const read = readPriceList(shown, { usualDecimal: '.' })
    expect([read.decimal, read.lines.map(({ price }) => price)]).toEqual([',', [1250.5, 99]])
    expect(read.bad.map(({ line }) => line)).toEqual([4])
    expect([read.hasMarks, readPriceList(list('SKU,Price', 'A1,10')).hasMarks]).toEqual([true, false])
  })

  test('several price columns are asked for; headings of the last list are used in any column', () => {
    const text = list('SKU,List price,Dealer price', 'A1,100,80')
    expect(readPriceList(text).doubts).toMatchObject([{ id: 'column:price', answers: [{ value: '1' }, { value: '2' }] }])
    expect(readPriceList(text, { headings: { price: 'Dealer price' } }).lines[0]?.price).toBe(80)
    const moved = list('Dealer price,SKU,List price', '85,A1,100')
    expect(readPriceList(moved, { headings: { price: 'dealer price' } }).lines[0]).toMatchObject({ number: 'A1', price: 85 })
  })

  test('a list without headings is asked about; an empty one says so', () => {
    const bare = list('A1,Main shaft,99.50', 'A2,Sun shell,45.00')
    expect(readPriceList(bare).doubts.map(({ id }) => id)).toEqual(['column:price', 'column:number'])
    expect(readPriceList(bare, { columns: { price: 2, number: 0, name: 1 } }).lines).toHaveLength(2)
    expect(readPriceList('').problem).not.toBe('')
    expect(readPriceList('nothing to see here').problem).not.toBe('')
  })

  test('weights, charges and pack quantities are neither lead time nor stock', () => {
    const { columns } = readPriceList(list('SKU,Price,Ship weight,Pack qty,Delivery charge,Stock no.', 'A1,10.00,12,10,15,7'))
    expect(columns).toEqual({ number: 0, price: 1 })
  })

  test('the same number with two prices is used on neither line, with one price once', () => {
    const read = readPriceList(list('SKU,Price', 'A1,10.00', 'a1,12.00', 'B1,5.00', 'B1,5.00'))
    expect(read.lines.map(({ number }) => number)).toEqual(['B1'])
    expect(read.bad.map(({ line }) => line)).toEqual([2, 3])
  })

  test.each([
    [{ lead: '2-3 weeks', stock: '' }, '', { leadDays: 21 }],
    [{ lead: '5 business days', stock: '' }, '', { leadDays: 7 }],
    [{ lead: '4', stock: '12' }, 'Lead (weeks)', { leadDays: 28, inStock: true }],
    [{ lead: '', stock: 'Backordered' }, '', { inStock: false }],
    [{ lead: '', stock: '' }, '', {}],
  ])('supply %j under “%s”', (cells, leadHead, expected) => {
    expect(supplyOf({ ...cells, leadHead })).toEqual({ ...expected, unknown: [] })
  })

  test('a lead time in unknown words is noted and ignored', () => {
    const read = readPriceList(list('SKU,Price,Lead time', 'A1,10.00,ask us'))
    expect(read.lines[0]).not.toHaveProperty('leadDays')
    expect(read.notes[0]?.sentence).toContain('ask us')
  })
})

describe('matching', () => {
  const shelf = [item('main-shaft', 'Main shaft', 900), item('sun-shell', 'Sun shell', 400, { leadDays: 14, inStock: false })]
  const line = (number: string, name: string, price: number, more = {}) => ({ line: 2, number, name, price, ...more })

  test('by remembered number, hand, id and name, in this order of trust', () => {
    const numbers = [{ number: 'X 9', kind: 'parts' as const, id: 'sun-shell' }]
    const lines = [line('x 9', 'Main shaft', 410), line('MAIN-SHAFT', '', 950), line('Q', 'Halyard sun shell', 400)]
    const { matched: sure, unmatched } = matchPrices(lines, 1, shelf, { numbers })
    expect(sure.map(({ item: { id }, by }) => [id, by])).toEqual([
      ['sun-shell', 'remembered'],
      ['main-shaft', 'id'],
    ])
    expect(unmatched.map(({ line: { number } }) => number)).toEqual(['Q'])
    const byHand = new Map([[lineKey(lines[0] ?? line('', '', 0)), null]])
    expect(matchPrices(lines, 1, shelf, { numbers, byHand }).matched.map(({ by }) => by)).toEqual(['id', 'name'])
  })

  test('two lines for one item, and a name of two items, are left for a person', () => {
    const both = matched([line('A', 'Main shaft', 1), line('B', 'Main Shaft', 2)], shelf)
    expect([both.matched.length, both.unmatched.map(({ why }) => why)]).toEqual([0, ['2 lines are Main shaft', '2 lines are Main shaft']])
    const twins = matched([line('A', 'Main shaft', 1)], [...shelf, item('main-shaft-2', 'Main Shaft', 950)])
    expect([twins.matched.length, twins.unmatched.map(({ why }) => why)]).toEqual([0, ['2 items have this name']])
  })

  test('factor, whole cents, equal values and unlikely prices', () => {
    const of = (price: number, factor: number, more = {}) => matched([line('', 'Sun shell', price, more)], shelf, factor).matched[0]
    expect(of(533.33, 0.75)).toMatchObject({ price: 400, same: true })
    expect(of(400, 1, { leadDays: 14, inStock: false })).toMatchObject({ same: true })
    expect(of(400, 1, { inStock: true })).toMatchObject({ same: false, unlikely: false })
    expect(of(4000, 1)).toMatchObject({ unlikely: true })
    expect(of(40, 1)).toMatchObject({ unlikely: true })
  })

  test('items of the last list that this one does not have', () => {
    const [main = item('', '', 0)] = shelf
    const kept = numbersOf([{ line: line('NEW', 'Main shaft', 1), item: main }], new Map([['gone', null]]))
    expect(kept).toEqual([
      { number: 'new', kind: 'parts', id: 'main-shaft' },
      { number: 'gone', kind: 'parts', id: null },
    ])
    const numbers = [{ number: 'OLD', kind: 'parts' as const, id: 'sun-shell' }, ...kept]
    expect(matchPrices([line('new', '', 1)], 1, shelf, { numbers }).notListed.map(({ id }) => id)).toEqual(['sun-shell'])
  })
})
