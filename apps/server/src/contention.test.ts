import { contentOf, type Job } from '@plucky/contract'
import type { Part } from '@plucky/core'
import request from 'supertest'
import { errorsOf, swapped } from './testing/jobs.js'
import { scratchApplication, type Scratch } from './testing/scratch.js'

let scratch: Scratch
const http = () => request(scratch.app.getHttpServer())
const jobNo = async (number: number) => (await http().get(`/api/jobs/${number}`).expect(200)).body as Job
beforeAll(async () => (scratch = await scratchApplication()))
afterAll(async () => (scratch as Scratch | undefined)?.close())

interface Kept {
  readonly item: Part
  readonly version: number
}
const partNamed = async (id: string) => {
  const { parts } = (await http().get('/api/shelf/content').expect(200)).body as { parts: Kept[] }
  return parts.find(({ item }) => item.id === id) as Kept
}

it('a part is never moved to another transmission while a job installs it', async () => {
  const ROUNDS = 12
  const outcomes: string[] = []
  for (let i = 0; i < ROUNDS; i++) {
    const job = await jobNo(1)
    const other = job.spec.fits['sun-shell'] === 'shell-stock' ? 'shell-neck' : 'shell-stock'
    const { item, version } = await partNamed(other)
    const home = item.unitIds
    const [moved, fitted] = await Promise.all([
      http()
        .put(`/api/shelf/parts/${other}`)
        .send({ item: { ...item, unitIds: ['rowan-4'] }, version }),
      http()
        .put('/api/jobs/1')
        .send({ ...swapped(job, 'sun-shell', other), version: job.version }),
    ])
    outcomes.push(`${moved.status} ${fitted.status}`)
    const now = await jobNo(1)
    const where = (await partNamed(other)).item.unitIds
    expect(now.spec.fits['sun-shell'] === other && !where.includes('alder-3')).toBe(false)
    if (moved.status === 200) {
      const back = await partNamed(other)
      await http()
        .put(`/api/shelf/parts/${other}`)
        .send({ item: { ...item, unitIds: home }, version: back.version })
        .expect(200)
    }
  }
  for (const outcome of outcomes) expect(['200 422', '409 200']).toContain(outcome)
})

it('files with the same parts in opposite order do not block each other, and each import is complete or refused', async () => {
  const file = JSON.parse((await http().get('/api/shelf/file?unit=rowan-4').expect(200)).text) as {
    parts: { id: string; unitIds?: string[] }[]
  }
  const renamed = (i: number) => file.parts.slice(0, 30).map((part) => ({ ...part, id: `copy-${i}-${part.id}`.slice(0, 60) }))
  for (let i = 0; i < 6; i++) {
    const parts = renamed(i)
    const take = (list: object[]) => http().post('/api/shelf/file').send({ format: 'plucky-shelf', version: 2, parts: list })
    const answers = await Promise.all([take(parts), take([...parts].reverse()), take(parts)])
    expect(answers.map(({ status }) => status)).toEqual([201, 201, 201])
    expect(answers.reduce((sum, { body }) => sum + (body as { added: number }).added, 0)).toBe(30)
  }
})

it('concurrent imports of a job file add as many jobs, with transmission and parts once', async () => {
  const text = (await http().get('/api/jobs/5/file').expect(200)).text.replaceAll('"rowan-4"', '"rowan-again"')
  const file = JSON.parse(text) as { spec: object; parts: { id: string }[] }
  const bare = JSON.stringify({ ...file, spec: { ...file.spec, works: {} }, operations: [], kits: [] })
  const renamed = JSON.parse(file.parts.reduce((all, { id }) => all.replaceAll(`"${id}"`, `"again-${id}"`), bare)) as object
  const answers = await Promise.all([1, 2, 3].map(() => http().post('/api/jobs/import').send(renamed)))
  expect(answers.map(({ status, body }) => [status, status === 201 ? '' : errorsOf(body)])).toEqual(answers.map(() => [201, '']))
  const [units] = await scratch.query("SELECT count(*)::int AS n FROM units WHERE id = 'rowan-again'")
  expect(units?.['n']).toBe(1)
})

it('concurrent imports of a transmission or parts list add it once, and the others are refused', async () => {
  const unit = { ...(JSON.parse((await http().get('/api/units/quince-4/file').expect(200)).text) as object), id: 'quince-again' }
  const { item } = await partNamed('shell-stock')
  const parts = { added: ['a', 'b'].map((id) => ({ ...item, id: `shell-${id}` })), changed: [] }
  const mirrored = { ...parts, added: [...parts.added].reverse() }
  for (const answers of [
    await Promise.all([1, 2, 3].map(() => http().post('/api/units/import').send(unit))),
    await Promise.all([parts, mirrored, parts].map((list) => http().post('/api/shelf/import').send(list))),
  ]) {
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 409, 409])
    for (const { status, body } of answers) if (status === 409) expect(errorsOf(body)[0]?.code).toBe('name-taken')
  }
})

it('a refused rename does not archive', async () => {
  const job = await jobNo(3)
  await scratch.query(`UPDATE jobs SET body = jsonb_set(body, '{spec,fits,sun-shell}', '"gone"') WHERE number = 3`)
  await http().patch('/api/jobs/3').send({ name: 'other', archived: true }).expect(422)
  const [row] = await scratch.query('SELECT archived_at, name FROM jobs WHERE number = 3')
  expect(row).toEqual({ archived_at: null, name: job.name })
  await scratch.query(`UPDATE jobs SET body = '${JSON.stringify(contentOf(job)).replaceAll("'", "''")}' WHERE number = 3`)
})
