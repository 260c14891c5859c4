import type { JobListPage, LastJob } from '@plucky/contract'
import request from 'supertest'
import { errorsOf } from './testing/jobs.js'
import { scratchApplication, type Scratch } from './testing/scratch.js'

let scratch: Scratch
const http = () => request(scratch.app.getHttpServer())
const got = async (path: string) => (await http().get(path).expect(200)).body as unknown

beforeAll(async () => (scratch = await scratchApplication()))
afterAll(async () => (scratch as Scratch | undefined)?.close())

describe('the shop', () => {
  it('keeps its currency; an unknown currency is refused', async () => {
    expect(await got('/api/shop')).toEqual({ currency: 'USD' })
    await http().put('/api/shop').send({ currency: 'EUR' }).expect(200, { currency: 'EUR' })
    for (const wrong of [{ currency: 'shells' }, { currency: null }, {}, { currency: 'EUR', rate: 2 }]) {
      const { body } = await http().put('/api/shop').send(wrong).expect(422)
      expect(errorsOf(body).map(({ path }) => path)).toContain('rate' in wrong ? 'rate' : 'currency')
    }
    expect(await got('/api/shop')).toEqual({ currency: 'EUR' })
  })

  it('names its transmissions without their data', async () => {
    const names = (await got('/api/units/names')) as { id: string; name: string }[]
    expect(names).toContainEqual({ id: 'alder-3', name: 'Alder 3' })
    expect(new Set(names.flatMap(Object.keys))).toEqual(new Set(['id', 'name']))
  })
})

describe('units of a request', () => {
  const KW = 1000
  it('word the stored headlines, with the same figures underneath', async () => {
    await scratch.allRated()
    const [us, metric] = [(await got('/api/jobs/last?units=us')) as LastJob, (await got('/api/jobs/last?units=metric')) as LastJob]
    expect(us.sentence).toMatch(/^Holds about \d+ hp \(target \d+ hp\)/)
    expect(metric.sentence).toContain(`target ${Math.round((us.targetW as number) / KW)} kW`)
    expect(metric.headline?.weakest.every(({ held }) => held.endsWith(' kW'))).toBe(true)
    expect({ ...metric, sentence: '', headline: null }).toEqual({ ...us, sentence: '', headline: null })
    const { jobs } = (await got('/api/jobs?units=metric&limit=200')) as JobListPage
    expect(jobs.filter(({ sentence }) => !sentence.includes(' kW'))).toEqual([])
  })

  it('are refused by list and sheet if unknown', async () => {
    await http().get('/api/jobs?units=cubits').expect(422)
    const { body } = await http().get('/api/jobs/1/sheet.pdf?units=us;length=cubits').expect(422)
    expect(errorsOf(body)[0]?.sentence).toBe(
      '“us;length=cubits” is not a choice of units. Use us or metric, with exceptions such as us;length=metric.',
    )
  })

  it('of two concurrent sheets do not mix', async () => {
    const sheet = async (units: string) => (await http().get(`/api/jobs/1/sheet.pdf?units=${units}`).buffer().expect(200)).body as Buffer
    const [us, metric] = [await sheet('us'), await sheet('metric')]
    const many = await Promise.all(['us', 'metric', 'us', 'metric'].map(sheet))
    expect(us.length).not.toBe(metric.length)
    expect(many.map(({ length }) => length)).toEqual([us.length, metric.length, us.length, metric.length])
  })
})
