import {
  evaluateJob,
  jobFileOf,
  money,
  planInputOf,
  quantity,
  quoteOf,
  shownIn,
  usualConditions,
  type JobContent,
  type JobFile,
  type OfferedBuild,
} from '@plucky/contract'
import { moneyOf, planFrontier, toSi } from '@plucky/core'
import { demoShop } from './index.js'

const { jobs, lookup, kits, units, catalogue } = demoShop()
const job = jobs.find(({ name }) => name === 'Paddock tow van') as JobContent
const unit = units.find(({ id }) => id === job.unitId) as JobFile['unit']
const target = toSi(410, 'hp')
const MADE = Date.UTC(2026, 10, 30)

const frontier = planFrontier(planInputOf(job, unit, catalogue, {}))
const points = frontier.outcome === 'planned' ? frontier.points : []
const enough = points.find(({ powerW }) => powerW >= target)
const most = points.at(-1)
const fileWith = (spec: JobContent['spec'], more: Partial<JobContent> = {}) => jobFileOf({ ...job, ...more, spec }, lookup, kits)
const built = (more: Partial<JobContent> = {}): OfferedBuild[] =>
  [enough, most].flatMap((point, i) => (point ? [{ title: `Offer ${i}`, purpose: 'towing', file: fileWith(point.spec, more) }] : []))

describe('a quote from two points of a plan', () => {
  it('names power with margin, parts and price of the plan, with mark-up and tax of the house rules', () => {
    const rules = { ...job.rules, partsMarkup: 0.4, salesTax: 0.1, quoteDays: 14 }
    const quote = quoteOf(fileWith(job.spec, { rules }), built({ rules }), { vehicle: 'gray van' }, MADE)
    expect(quote.facts[0]).toEqual(['Vehicle', 'gray van'])
    expect([quote.date, quote.validUntil]).toEqual(['November 30, 2026', 'December 14, 2026'])
    expect(quote.conditions).toEqual(usualConditions({ job }))
    const cost = enough?.cost ?? { price: NaN, hours: NaN }
    const net = Math.round(cost.price * 1.4 + cost.hours * rules.hourRate)
    const [first] = quote.columns
    expect(first?.price).toEqual([
      ['Parts and labor', money(net)],
      ['Sales tax 10.00%', money(Math.round(net * 0.1))],
      ['Price', money(net + Math.round(net * 0.1))],
    ])
    expect(first?.holds).toBe(`${quantity(enough?.powerW ?? 0, 'hp')} at the flywheel, safety margin included`)
    for (const { stationIds, item } of enough?.cost.lines ?? [])
      if (stationIds.length === 1) expect(first?.included.join('\n')).toContain(item.name)
  })

  it('has no cost of the shop: no shelf price, no hours, no rate, no total of the plan', () => {
    const text = JSON.stringify(quoteOf(fileWith(job.spec), built(), {}, MADE))
    for (const point of [enough, most]) {
      if (!point) throw new Error('no point')
      const { price, hours, lines } = point.cost
      const own = [
        price,
        moneyOf({ price, hours }, job.rules.hourRate),
        job.rules.hourRate,
        ...lines.map((line) => line.price).filter((each) => each > 0),
      ]
      for (const amount of own) expect(text).not.toContain(`${money(amount)}"`)
      expect(text).not.toMatch(/\d h\b/)
    }
  })

  it('reports a build below the engine, and its limits by heat and life', () => {
    const weak = points[0]
    if (!weak) throw new Error('no point')
    const file = fileWith(weak.spec)
    const [column] = quoteOf(file, [{ title: 'Low', purpose: '', file }], {}, MADE).columns
    expect(column?.holds).toMatch(/, below this engine’s 410 hp$/)
    const { answer } = evaluateJob(file)
    expect(column?.sure).toContain(answer.outcome === 'answered' && answer.findings.some(({ held }) => held) ? 'By heat' : 'Likely range')
  })

  it('is in the units and the currency that it is made in', () => {
    const [column] = shownIn({ units: { base: 'metric', except: {} }, currency: 'EUR' }, () =>
      quoteOf(fileWith(job.spec), built(), {}, MADE),
    ).columns
    expect(column?.holds).toMatch(/^30\d kW/)
    expect(column?.price[0]?.[1]).toMatch(/^€/)
  })
})
