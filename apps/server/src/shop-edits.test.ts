import { contentOf, type Job, type ShelfContent, type ShopEdit } from '@plucky/contract'
import request from 'supertest'
import { createApplication } from './application.js'
import { scratchApplication, type Scratch } from './testing/scratch.js'

let scratch: Scratch
const http = () => request(scratch.app.getHttpServer())
const edits = async () => (await http().get('/api/jobs/edits').expect(200)).body as ShopEdit[]

async function editPart(id: string, edit: (item: ShelfContent['parts'][number]['item']) => object) {
  const { parts } = (await http().get('/api/shelf/content')).body as ShelfContent
  const kept = parts.find(({ item }) => item.id === id)
  if (!kept) throw new Error(`No part ${id}.`)
  await http()
    .put(`/api/shelf/parts/${id}`)
    .send({ item: edit(kept.item), version: kept.version })
    .expect(200)
}

beforeAll(async () => {
  scratch = await scratchApplication()
  await scratch.allRated()
})
afterAll(async () => (scratch as Scratch | undefined)?.close())

describe('edits of the shop', () => {
  it('name the jobs that hold less than before, and those that no longer hold their target', async () => {
    expect(await edits()).toEqual([])
    await editPart('shell-neck', (item) => ({ ...item, geometry: { ...item.geometry, neckRadiusM: 0.02 } }))
    await scratch.allRated()
    const [edit] = await edits()
    expect(edit).toMatchObject({ kind: 'parts', id: 'shell-neck', name: 'Hardened neck', jobs: 2, rated: 2, less: 2, short: 1 })
    const lost = edit?.worst.map(({ before, heldW }) => (before.heldW ?? 0) - (heldW ?? 0)) ?? []
    expect(lost).toEqual([...lost].sort((a, b) => b - a))
    expect(lost.at(-1)).toBeGreaterThan(1000)
  })

  it('skip jobs that were saved since, and edits that change no result', async () => {
    const [worst] = (await edits())[0]?.worst ?? []
    const number = worst?.number ?? 0
    const job = (await http().get(`/api/jobs/${number}`)).body as Job
    await http()
      .put(`/api/jobs/${number}`)
      .send({ ...contentOf(job), customer: 'changed', version: job.version })
      .expect(200)
    await editPart('shell-neck', (item) => ({ ...item, price: 999 }))
    await scratch.allRated()
    expect(await edits()).toMatchObject([{ id: 'shell-neck', jobs: 2, rated: 2, less: 1 }])
  })

  it('count a transmission, with all its jobs', async () => {
    const { units } = (await http().get('/api/shelf/content')).body as ShelfContent
    const kept = units.find(({ item }) => item.id === 'alder-3')
    if (!kept) throw new Error('The made-up shop has no such transmission.')
    await http()
      .put('/api/units/alder-3')
      .send({ item: { ...kept.item, casePressurePa: 1_000_000 }, version: kept.version })
      .expect(200)
    await scratch.allRated()
    const jobs = await scratch.query(`SELECT number FROM jobs WHERE unit_id = 'alder-3'`)
    expect((await edits())[0]).toMatchObject({ kind: 'units', id: 'alder-3', name: kept.item.name, jobs: jobs.length, rated: jobs.length })
  })

  it('count a new version of the program once, on however many servers', async () => {
    await scratch.query(`UPDATE shop SET value = '"an older program"' WHERE key = 'judged-by'`)
    await scratch.query(`UPDATE jobs SET held_w = held_w * 2 WHERE number = 3`)
    const servers = await Promise.all([1, 2].map(() => createApplication({ databaseUrl: scratch.databaseUrl, log: false })))
    await Promise.all(servers.map((app) => app.init()))
    await scratch.allRated()
    await Promise.all(servers.map((app) => app.close()))
    const programs = (await edits()).filter(({ kind }) => kind === 'program')
    expect(programs).toMatchObject([{ jobs: 8, rated: 8, less: 1, worst: [{ number: 3 }] }])
  })
})
