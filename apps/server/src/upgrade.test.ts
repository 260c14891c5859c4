import { NOTHING_FOUND } from '@plucky/core'
import { Client } from 'pg'
import { QueryTypes, type Transaction } from 'sequelize'
import request from 'supertest'
import { Sequelize } from 'sequelize-typescript'
import { createApplication } from './application.js'
import { lockUpgrade, migrate, upgradeState } from './database/migrate.js'
import { fillAsFirstRelease, firstRelease } from './testing/first-release.js'
import { scratchDatabase, type ScratchDatabase } from './testing/scratch.js'

let database: ScratchDatabase
let sequelize: Sequelize
let direct: Client
beforeEach(async () => {
  database = await scratchDatabase()
  sequelize = new Sequelize(database.databaseUrl, { dialect: 'postgres', logging: false })
  direct = new Client({ connectionString: database.databaseUrl })
  await direct.connect()
})
afterEach(async () => {
  await direct.end()
  await sequelize.close()
  await database.drop()
})

const rows = async (sql: string) => (await direct.query<Record<string, unknown>>(sql)).rows
const job = async () => (await rows('SELECT body FROM jobs WHERE number = 1'))[0]?.['body']
const everything = async () => {
  const all: Record<string, unknown> = {}
  for (const table of ['units', 'parts', 'operations', 'kits', 'jobs', 'revisions', 'shop'])
    all[table] = await rows(`SELECT * FROM ${table} ORDER BY 1, 2`)
  return all
}
const CLEARANCE = { id: 'input-end-play', name: 'input shaft end play' }

describe('data of the first release', () => {
  it('are brought to the present form, also in revisions; what was stored keeps its figures', async () => {
    await fillAsFirstRelease(sequelize)
    await direct.query(`UPDATE parts SET body = body || '{"maxPressurePa": 5, "stated": []}' WHERE id = 'fwd-stock'`)
    await migrate(sequelize, '0004-fitting-and-revisions')
    await direct.query(
      "INSERT INTO revisions (job_number, number, name, saved_at, body) SELECT 1, 1, 'then', now(), jsonb_build_object('job', body) FROM jobs",
    )
    await direct.query(`UPDATE units SET body = body || '{"fit": {"clearances": [{"name": "end play of the input shaft"}]}}'`)
    await migrate(sequelize, '0008-fit-up')
    await direct.query(`UPDATE jobs SET body = jsonb_set(body, '{book,readings}', '{"clearance end play of the input shaft of dial": 1}')`)
    await migrate(sequelize)
    const stored = firstRelease.job as { spec: { pressure: object; fits: object } }
    const expected = {
      ...stored,
      name: 'Job 1',
      variantId: null,
      teardown: NOTHING_FOUND,
      spec: { ...stored.spec, works: {} },
      arrivedPressure: stored.spec.pressure,
      // Defaults at the time of each migration, not the current ones.
      rules: {
        limitThatCounts: 'lower',
        hourRate: 95,
        ratchetMostNm: 542.32717933256,
        stallSchool: 'by-use',
        launchShock: 'factor',
        converterBolts: 'first',
        upshiftFactor: 1.25,
        houseMargin: { hard: 1.25, plate: 1.25, friction: 1.15, shifting: 1.15 },
        regripSlipMPerS: 3,
        secondPatternRadPerS: 680.6784082777885,
      },
    }
    expect(await job()).toMatchObject({ ...expected, book: { readings: { 'clearance input-end-play of dial': 1 } } })
    expect((await rows("SELECT body->'job' AS job FROM revisions"))[0]?.['job']).toMatchObject({ ...expected, book: { readings: {} } })
    expect((await rows('SELECT body FROM units'))[0]?.['body']).toMatchObject({ fit: { clearances: [CLEARANCE] } })
    const [part] = await rows("SELECT body FROM parts WHERE id = 'fwd-stock'")
    expect(part?.['body']).toMatchObject({ stated: [{ place: 'station', origin: 'maker', pressurePa: 5 }] })
    expect(part?.['body']).not.toHaveProperty('maxPressurePa')
  })

  it('open, are answered, can be saved, and the parts in them can be edited', async () => {
    await fillAsFirstRelease(sequelize)
    const app = await createApplication({ databaseUrl: database.databaseUrl, log: false })
    await app.init()
    try {
      const http = request(app.getHttpServer())
      const { body } = await http.get('/api/jobs/1').expect(200)
      const { number: _number, savedAt: _at, savedBy: _by, savedChange: _change, ...content } = body as Record<string, unknown>
      void [_number, _at, _by, _change]
      expect((await http.get('/api/jobs/1/answer').expect(200)).body.sentence).toMatch(/^Holds about \d+ hp/)
      // The edit checks the stored job as it is, before its first save by this version.
      const { parts } = (await http.get('/api/shelf/content').expect(200)).body as { parts: { item: { id: string }; version: number }[] }
      const fitted = Object.values((content['spec'] as { fits: Record<string, string | null> }).fits)
      const used = parts.find(({ item }) => fitted.includes(item.id)) as (typeof parts)[number]
      const edited = await http.put(`/api/shelf/parts/${used.item.id}`).send({ ...used, item: { ...used.item, hours: 9 } })
      expect([edited.status, edited.body.errors]).toEqual([200, undefined])
      const saved = await http.put('/api/jobs/1').send(content)
      expect([saved.status, saved.body.errors]).toEqual([200, undefined])
    } finally {
      await app.close()
    }
  })
})

describe('an upgrade', () => {
  it('can run again over what it has done: nothing changes', async () => {
    await fillAsFirstRelease(sequelize)
    await migrate(sequelize)
    const before = await everything()
    await direct.query('DELETE FROM "SequelizeMeta"')
    await migrate(sequelize)
    expect(await everything()).toEqual(before)
  })

  it('that is cut off in a step leaves nothing of that step, and goes on from there', async () => {
    await fillAsFirstRelease(sequelize)
    await direct.query(`UPDATE parts SET body = body || '{"maxPressurePa": 5}' WHERE id = 'fwd-stock'`)
    const steps = async () => (await rows('SELECT name FROM "SequelizeMeta"')).length
    // Migration 2 has already changed the parts when it waits for this lock.
    await direct.query('BEGIN; LOCK TABLE jobs')
    const cut = expect(migrate(sequelize)).rejects.toThrow()
    const waiting = `SELECT pid FROM pg_locks WHERE NOT granted AND relation = 'jobs'::regclass`
    while ((await rows(waiting)).length === 0) await new Promise((resolve) => setTimeout(resolve, 20))
    await direct.query(`SELECT pg_terminate_backend(pid) FROM (${waiting}) AS waiting`)
    await cut
    await direct.query('COMMIT')
    expect(await steps()).toBe(1)
    expect((await rows("SELECT body FROM parts WHERE id = 'fwd-stock'"))[0]?.['body']).toHaveProperty('maxPressurePa')
    await migrate(sequelize)
    expect((await upgradeState(database.databaseUrl)).pending).toEqual([])
  })

  it('is refused where a newer program was there before', async () => {
    await migrate(sequelize)
    await direct.query(`INSERT INTO "SequelizeMeta" VALUES ('9999-of-the-future')`)
    const refusal = /newer version of Plucky Ratio \(step 9999-of-the-future\). Nothing was changed/
    await expect(migrate(sequelize)).rejects.toThrow(refusal)
    await expect(upgradeState(database.databaseUrl)).rejects.toThrow(refusal)
  })

  it('has no time limits, whatever the connection has: a slow machine takes as long as it needs', async () => {
    const limits = ['statement_timeout', 'lock_timeout', 'idle_in_transaction_session_timeout']
    const name = new URL(database.databaseUrl).pathname.slice(1)
    for (const limit of limits) await direct.query(`ALTER DATABASE ${name} SET ${limit} = '20s'`)
    const shown = async (transaction: Transaction) => {
      const values: unknown[] = []
      for (const limit of limits) values.push(...(await sequelize.query(`SHOW ${limit}`, { transaction, type: QueryTypes.SELECT })))
      return values
    }
    await sequelize.transaction(async (transaction) => {
      expect(await shown(transaction)).toEqual(limits.map((limit) => ({ [limit]: '20s' })))
      await lockUpgrade(sequelize, transaction)
      expect(await shown(transaction)).toEqual(limits.map((limit) => ({ [limit]: '0' })))
    })
    await sequelize.transaction(async (transaction) => expect(await shown(transaction)).toContainEqual({ lock_timeout: '20s' }))
  })

  it('of an empty database by two servers at once gives both of them one demo shop', async () => {
    const options = { databaseUrl: database.databaseUrl, log: false as const }
    const apps = await Promise.all([createApplication(options), createApplication(options)])
    for (const app of apps) {
      await app.init()
      expect((await request(app.getHttpServer()).get('/api/jobs').expect(200)).body.jobs).toHaveLength(8)
      await app.close()
    }
  })
})
