import {
  contentOf,
  MOST_COUNTED,
  type Job,
  type JobContent,
  type JobListPage,
  type JobSummary,
  type LastJob,
  type ShelfContent,
} from '@plucky/contract'
import type { Part } from '@plucky/core'
import request from 'supertest'
import type { JobAnswer } from './jobs/jobs.service.js'
import { errorsOf, swapped } from './testing/jobs.js'
import { scratchApplication, type Scratch } from './testing/scratch.js'

let scratch: Scratch
const http = () => request(scratch.app.getHttpServer())
const jobOne = async () => (await http().get('/api/jobs/1').expect(200)).body as Job

beforeAll(async () => (scratch = await scratchApplication()))
afterAll(async () => (scratch as Scratch | undefined)?.close())

describe('the list of jobs', () => {
  const page = async (query: string) => (await http().get(`/api/jobs${query}`).expect(200)).body as JobListPage
  const titles = ({ jobs }: JobListPage) => jobs.map(({ name }) => name)
  const listed = async (number: number, state = 'open') =>
    (await page(`?state=${state}&limit=100`)).jobs.find((job) => job.number === number)
  const added = async (change: Partial<JobContent>) =>
    (
      await http()
        .post('/api/jobs')
        .send({ ...contentOf(await jobOne()), ...change })
        .expect(201)
    ).body as Job

  it('has the result of each job page, also after a change of the job or of a part', async () => {
    const job = await added({ ...swapped(await jobOne(), 'sun-shell', 'shell-neck'), name: 'Judged rail' })
    const latest = async (): Promise<LastJob> => {
      const job = (await http().get('/api/jobs/last').expect(200)).body as LastJob
      return job.rated ? job : latest()
    }
    const first = await latest()
    const own = (await http().get(`/api/jobs/${job.number}/answer`).expect(200)).body as JobAnswer
    expect([first.number, first.sentence]).toEqual([job.number, own.sentence])
    expect(own.answer).toMatchObject({ held: { powerW: first.heldW } })
    await http()
      .put(`/api/jobs/${job.number}`)
      .send({ ...swapped(job, 'sun-shell', 'shell-stock'), version: 1 })
      .expect(200)
    const weaker = await latest()
    expect(weaker.heldW).toBeLessThan(first.heldW as number)
    expect((await listed(job.number))?.heldW).toBe(weaker.heldW)
    const { parts } = (await http().get('/api/shelf/content').expect(200)).body as ShelfContent
    const stock = parts.find(({ item }) => item.id === 'shell-stock') as ShelfContent['parts'][number]
    const lesser = { ...stock.item, stated: stock.item.stated?.map((each) => ({ ...each, torqueNm: (each.torqueNm ?? NaN) / 2 })) }
    const save = (item: Part, version: number) => http().put('/api/shelf/parts/shell-stock').send({ item, version }).expect(200)
    await save(lesser as Part, stock.version)
    expect((await latest()).heldW).toBeLessThan(weaker.heldW as number)
    await save(stock.item, stock.version + 1)
    expect((await latest()).heldW).toBe(weaker.heldW)
  })

  it('finds beginnings of words in name, customer, transmission and number, without wildcards', async () => {
    const { number } = await added({ name: 'Dune % buggy', customer: 'Åsa O’Neil' })
    for (const search of ['dun', 'BUGGY du', 'åsa', String(number)])
      expect(titles(await page(`?search=${encodeURIComponent(search)}`))).toContain('Dune % buggy')
    for (const search of ['ugg', 'dune xyz', "' OR 1=1 --", ':*&|!'])
      expect(titles(await page(`?search=${encodeURIComponent(search)}`)).includes('Dune % buggy')).toBe(search === ':*&|!') // nothing but signs asks for nothing
  })

  it.each(['touched', 'number', 'name', 'customer', 'transmission', 'held'])(
    'goes through every job once, a page at a time, by %s',
    async (sort) => {
      await scratch.allRated()
      for (const direction of ['asc', 'desc']) {
        const all = (await page(`?sort=${sort}&direction=${direction}&limit=100`)).jobs.map(({ number }) => number)
        const walked: number[] = []
        for (let after = ''; ;) {
          const { jobs, next, total } = await page(`?sort=${sort}&direction=${direction}&limit=3${after}`)
          expect(total).toBe(all.length)
          walked.push(...jobs.map(({ number }) => number))
          if (!next) break
          after = `&after=${next}`
        }
        expect(walked).toEqual(all)
        expect(new Set(walked).size).toBe(all.length)
      }
    },
  )

  it('pages through more jobs than it counts, with and without a search', async () => {
    const { number } = await added({ name: 'Gravel hauler', customer: 'Many' })
    await scratch.query(`INSERT INTO jobs (version, saved_at, body, judged)
      SELECT 1, now() - i * interval '1 minute', body, true FROM jobs, generate_series(1, ${MOST_COUNTED + 200}) AS i WHERE number = ${number}`)
    for (const search of ['', '&search=grav%20many', '&search=grav&sort=customer&direction=desc', '&search=grav&sort=held']) {
      const walked: JobSummary[] = []
      for (let after = ''; ;) {
        const { jobs, next, total } = await page(`?limit=200${search}${after}`)
        expect(total).toBe(MOST_COUNTED + 1)
        walked.push(...jobs)
        if (!next) break
        after = `&after=${next}`
      }
      const found = walked.filter(({ name }) => name === 'Gravel hauler')
      expect([found.length, new Set(walked.map((job) => job.number)).size]).toEqual([MOST_COUNTED + 201, walked.length])
      const saved = walked.map(({ savedAt }) => savedAt)
      if (!search.includes('sort')) expect(saved).toEqual([...saved].sort().reverse())
      if (search) expect(walked.length).toBe(found.length)
    }
    await scratch.query(`DELETE FROM jobs WHERE name = 'Gravel hauler'`)
  })

  it('refuses impossible queries', async () => {
    for (const query of ['?sort=price', '?limit=0', '?limit=9999', '?limit=x', '?after=zzz', '?state=gone', '?color=red']) {
      const { status, body } = await http().get(`/api/jobs${query}`)
      expect([query, status, errorsOf(body)[0]?.sentence !== '']).toEqual([query, 422, true])
    }
  })

  it('archives, deletes and restores; a deleted job is kept and cannot be saved', async () => {
    const job = await added({ name: 'Parted-out sedan' })
    const where = async () =>
      (await Promise.all(['open', 'archived', 'deleted'].map(async (state) => ((await listed(job.number, state)) ? [state] : [])))).flat()
    await http().patch(`/api/jobs/${job.number}`).send({ archived: true }).expect(200)
    expect(await where()).toEqual(['archived'])
    await http().patch(`/api/jobs/${job.number}`).send({ archived: false }).expect(200)
    expect(await where()).toEqual(['open'])
    await http().delete(`/api/jobs/${job.number}`).expect(200)
    expect(await where()).toEqual(['deleted'])
    const { body } = await http().get(`/api/jobs/${job.number}`).expect(410)
    expect(errorsOf(body)[0]?.sentence).toContain('deleted')
    await http()
      .put(`/api/jobs/${job.number}`)
      .send({ ...contentOf(job), version: 1 })
      .expect(410)
    await http().post(`/api/jobs/${job.number}/restore`).expect(201)
    expect(contentOf((await http().get(`/api/jobs/${job.number}`).expect(200)).body as Job)).toEqual(contentOf(job))
  })

  it('renames with a new version, so that another window is told; copies the order without measurements', async () => {
    const job = await added({ name: 'Loan car' })
    const renamed = (await http().patch(`/api/jobs/${job.number}`).send({ customer: 'Esme Holt' }).expect(200)).body as JobSummary
    expect(renamed).toMatchObject({ name: 'Loan car', customer: 'Esme Holt' })
    await http()
      .put(`/api/jobs/${job.number}`)
      .send({ ...contentOf(job), version: 1 })
      .expect(409)
    await http().patch(`/api/jobs/${job.number}`).send({ name: '' }).expect(422)
    const copy = (await http().post('/api/jobs/1/copy').expect(201)).body as Job
    const first = await jobOne()
    expect([copy.spec, copy.brief, copy.book, copy.name]).toEqual([first.spec, first.brief, { readings: {} }, `${first.name}, copy`])
  })
})
