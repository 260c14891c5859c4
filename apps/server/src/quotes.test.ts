import { contentOf, type Job, type NewQuote, type SentQuote } from '@plucky/contract'
import request from 'supertest'
import { errorsOf } from './testing/jobs.js'
import { scratchApplication, type Scratch } from './testing/scratch.js'

let scratch: Scratch
const http = () => request(scratch.app.getHttpServer())
const jobOne = async () => (await http().get('/api/jobs/1').expect(200)).body as Job
const sent = async () => (await http().get('/api/jobs/1/quotes').expect(200)).body as SentQuote[]
const quoteFor = ({ spec, version }: Job, more: Partial<NewQuote> = {}): NewQuote => ({
  vehicle: 'sand rail',
  builds: [{ title: 'Good', purpose: 'dunes', spec }],
  version,
  ...more,
})
const send = (quote: object) => http().post('/api/jobs/1/quotes').send(quote)

beforeAll(async () => (scratch = await scratchApplication()))
afterAll(async () => (scratch as Scratch | undefined)?.close())

describe('a quote', () => {
  it('is kept as sent, without later changes of the job', async () => {
    const job = await jobOne()
    const quote = (await send(quoteFor(job)).expect(201)).body as SentQuote
    expect(quote.number).toBe(1)
    expect(quote.quote.columns[0]?.price.at(-1)?.[1]).toMatch(/^\$\d/)
    const dearer = { ...contentOf(job), rules: { ...job.rules, partsMarkup: 2 }, version: job.version }
    await http().put('/api/jobs/1').send(dearer).expect(200)
    expect(await sent()).toEqual([quote])
    const next = (await send(quoteFor(await jobOne())).expect(201)).body as SentQuote
    expect(next.number).toBe(2)
    expect(next.quote.columns[0]?.price).not.toEqual(quote.quote.columns[0]?.price)
    expect(await sent()).toEqual([next, quote])
  })

  it('is refused for an older version, with an impossible part, and without a build', async () => {
    const job = await jobOne()
    const before = await sent()
    const refused = async (quote: object, status: number) => errorsOf((await send(quote).expect(status)).body)[0]
    expect((await refused(quoteFor({ ...job, version: job.version + 1 }), 409))?.code).toBe('job-changed-elsewhere')
    const wrong = { ...job.spec, fits: { ...job.spec.fits, 'main-shaft': 'shell-thick' } }
    expect((await refused(quoteFor({ ...job, spec: wrong }), 422))?.path).toBe('builds.0.spec.fits.main-shaft')
    expect((await refused(quoteFor(job, { builds: [] }), 422))?.path).toBe('builds')
    expect((await refused(quoteFor(job, { vehicle: 'v'.repeat(121) }), 422))?.path).toBe('vehicle')
    expect(await sent()).toEqual(before)
  })

  it('has its own PDF; an unknown one is a 404 with a sentence', async () => {
    const pdf = await http().get('/api/jobs/1/quotes/1.pdf').expect(200)
    expect(pdf.headers['content-disposition']).toContain('job-1-quote-1.pdf')
    expect(pdf.headers['content-type']).toBe('application/pdf')
    for (const number of ['9', 'x'])
      expect(errorsOf((await http().get(`/api/jobs/1/quotes/${number}.pdf`).expect(404)).body)[0]?.code).toBe('quote-unknown')
  })
})
