import type { Job, JobListPage, JobMarks } from '@plucky/contract'
import { setTimeout as wait } from 'node:timers/promises'
import request from 'supertest'
import { errorsOf, swapped } from '../testing/jobs.js'
import { scratchApplication, type Scratch } from '../testing/scratch.js'
import { Judge } from './judge.js'

let scratch: Scratch
const http = () => request(scratch.app.getHttpServer())
const marked = async () => Number((await scratch.query('SELECT count(*) FROM jobs WHERE NOT judged'))[0]?.['count'])

beforeAll(async () => (scratch = await scratchApplication()))
afterAll(async () => (scratch as Scratch | undefined)?.close())

describe('judges', () => {
  it('share the marked jobs and rate each once, also those of a judge that was cut off', async () => {
    await scratch.allRated()
    const judges = Array.from({ length: 3 }, () => new Judge(scratch.databaseUrl))
    judges.forEach((judge) => judge.start())
    await scratch.query(`
      CREATE TABLE rated (number integer);
      CREATE FUNCTION note_rating() RETURNS trigger LANGUAGE plpgsql AS 'BEGIN INSERT INTO rated VALUES (NEW.number); RETURN NULL; END';
      CREATE TRIGGER note_rating AFTER UPDATE OF headline ON jobs FOR EACH ROW WHEN (NEW.judged) EXECUTE FUNCTION note_rating()`)
    await scratch.query(`INSERT INTO jobs (version, saved_at, body, judged) SELECT 1, now(), body, false FROM jobs, generate_series(1, 6)`)
    const before = await marked()
    // All judges lose their connection while they work, as they would if they were killed.
    await wait(100)
    await scratch.query(
      `SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE application_name = 'judge' AND datname = current_database()`,
    )
    await scratch.allRated()
    await Promise.all(judges.map((judge) => judge.stop()))
    const [counts] = await scratch.query('SELECT count(*)::int AS ratings, count(DISTINCT number)::int AS jobs FROM rated')
    expect(before).toBeGreaterThan(20)
    expect(counts?.['ratings']).toBe(counts?.['jobs'])
    expect(counts?.['jobs']).toBeGreaterThanOrEqual(before)
  }, 60_000)

  it('rate a job that is marked by a statement of another program', async () => {
    await scratch.allRated()
    await scratch.query(`UPDATE jobs SET body = jsonb_set(body, '{brief,engine,peakPowerW}', '1000'), judged = false WHERE number = 1`)
    await scratch.allRated()
    const { jobs } = (await http().get('/api/jobs').expect(200)).body as JobListPage
    expect(jobs.find(({ number }) => number === 1)?.rated).toBe(true)
  })
})

describe('a save of a job whose parts are remembered', () => {
  it('is refused after another program removed a part of it, and stores nothing', async () => {
    const opened = (await http().get('/api/jobs/3').expect(200)).body as Job
    const [station, part] = Object.entries(opened.spec.fits).find(([, id]) => id !== null) as [string, string]
    const save = (job: Job, name: string) =>
      http()
        .put('/api/jobs/3')
        .send({ ...swapped(job, station, part), name, version: job.version })
    const saved = { ...opened, ...((await save(opened, 'First').expect(200)).body as JobMarks) }
    await scratch.query(`DELETE FROM parts WHERE id = '${part}'`)
    const refused = await save(saved, 'Second').expect(422)
    expect(errorsOf(refused.body)).toContainEqual(expect.objectContaining({ code: 'part-unknown' }))
    expect((await http().get('/api/jobs/3').expect(200)).body).toMatchObject({ name: 'First', version: saved.version })
  })
})
