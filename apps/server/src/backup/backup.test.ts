import type { Job, SignedBook } from '@plucky/contract'
import { createHash } from 'node:crypto'
import { buffer } from 'node:stream/consumers'
import { PassThrough } from 'node:stream'
import { Client } from 'pg'
import { Sequelize } from 'sequelize-typescript'
import request from 'supertest'
import { ZipFile } from 'yazl'
import { createApplication } from '../application.js'
import { fillAsFirstRelease } from '../testing/first-release.js'
import { scratchApplication, scratchDatabase, type Scratch, type ScratchDatabase } from '../testing/scratch.js'
import { BackupRefused, MANIFEST, type BackupManifest } from './manifest.js'
import { mergeBackup } from './merge-backup.js'
import { openBackup } from './read-backup.js'
import { restoreBackup } from './restore-backup.js'
import { writeBackup } from './write-backup.js'

let shop: Scratch
let other: ScratchDatabase
const http = () => request(shop.app.getHttpServer())

beforeAll(async () => (shop = await scratchApplication()))
afterAll(async () => (shop as Scratch | undefined)?.close())
beforeEach(async () => (other = await scratchDatabase()))
afterEach(async () => other.drop())

async function backupOf(databaseUrl: string): Promise<{ zip: Buffer; manifest: BackupManifest }> {
  const output = new PassThrough()
  const [manifest, zip] = await Promise.all([writeBackup(databaseUrl, output), buffer(output)])
  return { manifest, zip }
}

/** Contents of a backup by file. */
async function unpacked(zip: Buffer): Promise<Map<string, string>> {
  const backup = await openBackup(zip)
  const files = new Map<string, string>([[MANIFEST, JSON.stringify(backup.manifest)]])
  for (const name of Object.keys(backup.manifest.files)) {
    let text = ''
    for await (const line of backup.lines(name)) text += `${line}\n`
    files.set(name, text)
  }
  backup.close()
  return files
}

async function packed(files: ReadonlyMap<string, string>): Promise<Buffer> {
  const zip = new ZipFile()
  for (const [name, text] of files) zip.addBuffer(Buffer.from(text), name)
  zip.end()
  return buffer(zip.outputStream)
}

/** Files with a manifest that fits them. */
function resealed(files: ReadonlyMap<string, string>): Map<string, string> {
  const manifest = JSON.parse(files.get(MANIFEST) ?? '') as BackupManifest
  const described = [...files].flatMap(([name, text]) =>
    name === MANIFEST
      ? []
      : [[name, { rows: text.split('\n').length - 1, sha256: createHash('sha256').update(text).digest('hex') }] as const],
  )
  return new Map([...files, [MANIFEST, JSON.stringify({ ...manifest, files: Object.fromEntries(described) })]])
}

async function tablesIn(databaseUrl: string): Promise<string[]> {
  const client = new Client({ connectionString: databaseUrl })
  await client.connect()
  const { rows } = await client.query<{ name: string }>(
    `SELECT schemaname || '.' || tablename AS name FROM pg_tables WHERE schemaname IN ('public', 'restoring') ORDER BY 1`,
  )
  await client.end()
  return rows.map(({ name }) => name)
}

/** Work of a shop: a note with every kind of line end, a revision, a photo, and a signed build book. */
async function work(): Promise<void> {
  const pixel = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=='
  const { id } = (await http().post('/api/photos').send({ type: 'image/png', data: pixel }).expect(201)).body as { id: string }
  const changes = {
    'card/direct-pack/drum/note': { value: 'one\u2028two\u2029three "four" \\ five é', rev: 0 },
    'card/direct-pack/drum/photos': { value: [id], rev: 0 },
  }
  await http().post('/api/jobs/1/book').send({ window: 'w', by: 'Ada', changes }).expect(201)
  const { version } = (await http().get('/api/jobs/1').expect(200)).body as Job
  await http().post('/api/jobs/1/revisions').send({ name: 'as agreed', version }).expect(201)
  await http().post('/api/jobs/1/book/sign').send({ by: 'Ada', changes: 2 }).expect(201)
}

describe('a backup', () => {
  it('of a shop in use, restored into an empty database, gives the same backup and the same open files', async () => {
    await work()
    const saving = (async () => {
      for (let i = 0; i < 10; i++) await http().post('/api/jobs/2/copy').expect(201)
    })()
    const { zip, manifest } = await backupOf(shop.databaseUrl)
    await saving
    const { rows } = await restoreBackup(zip, other.databaseUrl)
    expect(rows['jobs']).toBe(manifest.files['jobs.jsonl']?.rows)
    const again = await backupOf(other.databaseUrl)
    expect(again.manifest.files).toEqual(manifest.files)
    const app = await createApplication({ databaseUrl: other.databaseUrl, log: false })
    try {
      await app.init()
      const there = request(app.getHttpServer())
      for (const path of ['jobs/1/file', 'jobs/2/file', 'shelf/file', 'units/alder-3/file', 'shop/standards'])
        expect([path, (await there.get(`/api/${path}`).expect(200)).text]).toEqual([path, (await http().get(`/api/${path}`)).text])
      const signed = (await there.get('/api/jobs/1/book/signed').expect(200)).body as SignedBook[]
      expect(signed).toEqual((await http().get('/api/jobs/1/book/signed')).body)
      const { number } = (await there.post('/api/jobs/1/copy').expect(201)).body as Job
      expect(number).toBe(1 + (rows['jobs'] ?? 0))
    } finally {
      await app.close()
    }
  })

  it('is refused completely if it is truncated or edited', async () => {
    const { zip } = await backupOf(shop.databaseUrl)
    const files = await unpacked(zip)
    const jobs = files.get('jobs.jsonl') ?? ''
    const lines = jobs.split('\n')
    const edited: readonly (readonly [why: string, zip: Buffer])[] = [
      ['half of it', zip.subarray(0, zip.length / 2)],
      ['without its end', zip.subarray(0, zip.length - 30)],
      ['another file', Buffer.from('no zip at all')],
      ['one byte', Buffer.from(zip.map((byte, i) => (i === Math.floor(zip.length / 3) ? byte ^ 1 : byte)))],
      ['a changed line', await packed(new Map([...files, ['jobs.jsonl', jobs.replace('"version": 1', '"version": 9')]]))],
      ['a line less', await packed(new Map([...files, ['jobs.jsonl', lines.slice(1).join('\n')]]))],
      ['a file less', await packed(new Map([...files].filter(([name]) => name !== 'parts.jsonl')))],
      ['a file more', await packed(new Map([...files, ['evil.jsonl', '{}\n']]))],
      ['no manifest', await packed(new Map([...files].filter(([name]) => name !== MANIFEST)))],
      ['an unknown table', await packed(resealed(new Map([...files, ['accounts.jsonl', '{}\n']])))],
      ['a row that the database refuses', await packed(resealed(new Map([...files, ['jobs.jsonl', jobs + (lines[0] ?? '') + '\n']])))],
      [
        'a newer version',
        await packed(
          new Map([...files, [MANIFEST, (files.get(MANIFEST) ?? '').replace('"0001-first-tables"', '"0001-first-tables","9999-later"')]]),
        ),
      ],
    ]
    for (const [why, bytes] of edited) {
      const error = await restoreBackup(bytes, other.databaseUrl).then(
        () => undefined,
        (reason: unknown) => reason,
      )
      expect([why, error instanceof Error]).toEqual([why, true])
      if (why !== 'a row that the database refuses') expect([why, error]).toEqual([why, expect.any(BackupRefused)])
      expect([why, await tablesIn(other.databaseUrl)]).toEqual([why, []])
    }
  })

  it('replaces a shop only if asked to', async () => {
    const { zip, manifest } = await backupOf(shop.databaseUrl)
    await restoreBackup(zip, other.databaseUrl)
    const client = new Client({ connectionString: other.databaseUrl })
    await client.connect()
    await client.query(`UPDATE jobs SET body = body || '{"customer": "Later"}' WHERE number = 1`)
    await expect(restoreBackup(zip, other.databaseUrl)).rejects.toThrow('There is a shop in this database already')
    const changed = (await backupOf(other.databaseUrl)).manifest.files
    expect(changed['jobs.jsonl']?.sha256).not.toBe(manifest.files['jobs.jsonl']?.sha256)
    await client.end()
    await restoreBackup(zip, other.databaseUrl, { replace: true })
    expect((await backupOf(other.databaseUrl)).manifest.files).toEqual(manifest.files)
  })

  it('of the first release is upgraded', async () => {
    const old = new Sequelize(other.databaseUrl, { dialect: 'postgres', logging: false })
    await fillAsFirstRelease(old, 3)
    await old.close()
    const { zip, manifest } = await backupOf(other.databaseUrl)
    expect(manifest.migrations).toEqual(['0001-first-tables'])
    await restoreBackup(zip, other.databaseUrl, { replace: true })
    const app = await createApplication({ databaseUrl: other.databaseUrl, log: false })
    await app.init()
    expect(((await request(app.getHttpServer()).get('/api/jobs/3').expect(200)).body as Job).name).toBe('Job 3')
    await app.close()
  })
})

describe('a merge', () => {
  it('adds what the shop does not have, keeps what it has changed, renumbers jobs, and does it once', async () => {
    const { zip } = await backupOf(shop.databaseUrl)
    await restoreBackup(zip, other.databaseUrl)
    const client = new Client({ connectionString: other.databaseUrl })
    await client.connect()
    const one = async <T>(sql: string) => (await client.query<{ value: T }>(sql)).rows[0]?.value
    await client.query(`DELETE FROM jobs WHERE number > 8`)
    await client.query(`UPDATE jobs SET body = body || '{"customer": "Own"}' WHERE number = 1`)
    await client.query(`UPDATE parts SET body = body || '{"price": 1}' WHERE id = 'shell-thick'`)
    await client.query(`DELETE FROM kits`)
    const before = (await backupOf(other.databaseUrl)).manifest.files
    const preview = await mergeBackup(zip, other.databaseUrl, { preview: true })
    expect((await backupOf(other.databaseUrl)).manifest.files).toEqual(before)
    expect(preview.items['parts']).toEqual({ added: [], kept: ['shell-thick'] })
    expect(preview.items['kits']?.added.length).toBeGreaterThan(5)
    const total = (await openBackup(zip)).manifest.files['jobs.jsonl']?.rows ?? 0
    const [renumbered, ...rest] = preview.jobs
    expect(renumbered).toMatchObject({ number: 1, becomes: total + 1 })
    expect([preview.sameJobs, rest.map(({ number, becomes }) => number === becomes)]).toEqual([7, rest.map(() => true)])
    expect(await mergeBackup(zip, other.databaseUrl)).toEqual(preview)
    expect(await one(`SELECT body->>'customer' AS value FROM jobs WHERE number = 1`)).toBe('Own')
    expect(await one(`SELECT body->>'price' AS value FROM parts WHERE id = 'shell-thick'`)).toBe('1')
    for (const table of ['revisions', 'book_marks', 'signed_books'])
      expect([table, await one(`SELECT count(*)::int AS value FROM ${table} WHERE job_number = ${total + 1}`)]).toEqual([
        table,
        await one(`SELECT count(*)::int AS value FROM ${table} WHERE job_number = 1`),
      ])
    expect(await one(`SELECT nextval('jobs_number_seq')::int AS value`)).toBe(total + 2)
    const again = await mergeBackup(zip, other.databaseUrl, { preview: true })
    expect([again.items['kits']?.added, again.jobs.map(({ number }) => number)]).toEqual([[], [1]])
    await client.end()
  })
})
