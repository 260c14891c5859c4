import { certain } from '@plucky/core'
import { gzipSync } from 'node:zlib'
import sharp from 'sharp'
import { codeOf, METRICS_TOKEN, NAMES, PASSWORD, sharedShop, type SharedShop, type Visitor } from './testing/visitor.js'

let shop: SharedShop
let owner: Visitor
let builder: Visitor
let viewer: Visitor
let nobody: Visitor
beforeAll(async () => {
  shop = await sharedShop()
  ;[owner, builder, viewer] = await Promise.all([shop.as('owner'), shop.as('builder'), shop.as('viewer')])
})
beforeEach(() => (nobody = shop.visitor()))
afterAll(async () => (shop as SharedShop | undefined)?.close())

const forget = () => shop.query('DELETE FROM attempts')

describe('requests of other pages', () => {
  it.each([
    ['a foreign origin', { origin: 'http://elsewhere.example' }],
    ['an origin of another port', { origin: 'http://127.0.0.1:1' }],
    ['no origin', { origin: null }],
    ['the origin of a sandbox', { origin: 'null' }],
  ])('change nothing with %s', async (_, headers) => {
    expect((await builder.ask('PATCH', '/api/jobs/1', { name: 'Taken over' }, headers)).status).toBe(403)
    expect((await nobody.ask('POST', '/api/access/sign-in', { name: NAMES.owner, password: PASSWORD }, headers)).status).toBe(403)
  })
  it.each(['text/plain', 'application/x-www-form-urlencoded', 'multipart/form-data'])(
    'change nothing as a form of type %s',
    async (type) => {
      expect((await builder.ask('PATCH', '/api/jobs/1', '{"name":"Taken over"}', { 'content-type': type })).status).toBe(415)
    },
  )
  it('are refused under another host name', async () => {
    const { request } = await import('node:http')
    const status = await new Promise((resolve, reject) => {
      const headers = { host: 'rebound.example', cookie: owner.cookie, 'x-forwarded-host': '127.0.0.1' }
      request(`${shop.origin}/api/jobs`, { headers }, (answer) => resolve(answer.statusCode))
        .on('error', reject)
        .end()
    })
    expect(status).toBe(421)
  })
  it('get no permission to read', async () => {
    const { headers } = await owner.ask('GET', '/api/jobs', undefined, { origin: 'http://elsewhere.example' })
    expect(headers.get('access-control-allow-origin')).toBeNull()
    expect(headers.get('cross-origin-resource-policy')).toBe('same-origin')
    expect(headers.get('content-security-policy')).toContain(`frame-ancestors 'none'`)
  })
})

describe('a customer link', () => {
  const make = async (body: object) =>
    (await builder.ask('POST', '/api/links', { kind: 'build-sheet', job: 1, days: 7, ...body })).body as { id: number; path: string }
  it('shows its document and nothing else', async () => {
    const { path } = await make({})
    const { status, text, headers } = await nobody.ask('GET', path)
    expect([status, text.slice(0, 5), headers.get('x-robots-tag')]).toEqual([200, '%PDF-', 'noindex, nofollow'])
    const token = path.replace(/.*\/|\.pdf/g, '')
    for (const cookie of [`plucky=${token}`]) expect((await nobody.ask('GET', '/api/jobs/1', undefined, { cookie })).status).toBe(401)
    for (const other of [`/api/links/${token}`, `/api/links/${token}.pdf/../../jobs/1`, `/api/jobs/1/sheet.pdf?link=${token}`])
      expect([401, 404, 405]).toContain((await nobody.ask('GET', other)).status)
    expect((await nobody.ask('DELETE', path)).status).toBe(401)
  })
  it('does not change, expires, and can be ended at once', async () => {
    const [kept, ended, old] = [await make({}), await make({}), await make({})]
    const before = (await nobody.ask('GET', kept.path)).text
    await builder.ask('PATCH', '/api/jobs/1', { name: 'Renamed since' })
    expect((await nobody.ask('GET', kept.path)).text).toBe(before)
    await builder.ask('DELETE', `/api/links/${ended.id}`)
    await shop.query(`UPDATE links SET ends_at = now() WHERE id = ${old.id}`)
    for (const { path } of [ended, old]) expect(codeOf(await nobody.ask('GET', path))).toBe('link-unknown')
  })
  it('cannot be guessed, and its address is shown once', async () => {
    const { id, path } = await make({})
    for (const guess of [String(id), '1', 'a'.repeat(43), 'x'.repeat(5000), '%00', '..%2F1']) {
      expect([400, 404]).toContain((await nobody.ask('GET', `/api/links/${guess}.pdf`)).status)
    }
    const token = path.replace(/.*\/|\.pdf/g, '')
    for (const where of ['/api/links', '/api/people', '/api/changes']) expect((await owner.ask('GET', where)).text).not.toContain(token)
    expect((await shop.query('SELECT digest FROM links')).some(({ digest }) => String(digest) === token)).toBe(false)
  })
  it('is made by builders, for an existing document and a limited time', async () => {
    expect((await viewer.ask('POST', '/api/links', { kind: 'build-sheet', job: 1, days: 7 })).status).toBe(403)
    for (const wrong of [{ days: 91 }, { days: 0 }, { kind: 'job' }])
      expect((await builder.ask('POST', '/api/links', { kind: 'build-sheet', job: 1, days: 7, ...wrong })).status).toBe(422)
    for (const gone of [{ job: 4711 }, { kind: 'quote', number: 99 }])
      expect((await builder.ask('POST', '/api/links', { kind: 'build-sheet', job: 1, days: 7, ...gone })).status).toBe(404)
  })
})

describe('the change log', () => {
  it('has person, object, and values before and after', async () => {
    await builder.ask('PATCH', '/api/jobs/2', { name: 'First' })
    await owner.ask('PATCH', '/api/jobs/2', { name: 'Second' })
    const { body } = await owner.ask('GET', '/api/changes?search=jobs 2')
    const entries = (body as { entries: { who: string; role: string; fields: unknown }[] }).entries
    expect(entries.slice(0, 2).map(({ who, role, fields }) => [who, role, fields])).toEqual([
      ['Oda', 'owner', [{ path: 'name', before: 'First', after: 'Second' }]],
      ['Ben', 'builder', [expect.objectContaining({ path: 'name', after: 'First' })]],
    ])
  })
  it('has concurrent changes of many people under the right names', async () => {
    const link = { kind: 'build-sheet', job: 1, days: 7 }
    await Promise.all(Array.from({ length: 40 }, (_, i) => (i % 2 ? owner : builder).ask('POST', '/api/links', link)))
    const rows = await shop.query(
      `SELECT l.made_by, c.who FROM links l JOIN changes c ON c.subject = 'links' AND c.subject_id = l.id::text AND c.action = 'insert'`,
    )
    expect(rows.length).toBeGreaterThanOrEqual(40)
    expect(new Set(rows.map(({ who }) => who))).toEqual(new Set(['Oda', 'Ben']))
    expect(rows.filter(({ who, made_by }) => who !== made_by)).toEqual([])
  })
  it('is only added to', async () => {
    for (const sql of [`UPDATE changes SET who = 'Somebody'`, 'DELETE FROM changes'])
      await expect(shop.query(sql)).rejects.toThrow('never changed or removed')
    for (const method of ['POST', 'PUT', 'PATCH', 'DELETE'])
      expect([404, 405]).toContain((await owner.ask(method, '/api/changes', {})).status)
  })
  it('has no secrets, nor has any response', async () => {
    await owner.signIn(NAMES.owner, 'typed by mistake')
    await shop.visitor().signIn('my password is in the name field')
    await forget()
    const texts = await Promise.all(
      ['/api/people', '/api/changes?limit=200', '/api/access'].map(async (path) => (await owner.ask('GET', path)).text),
    )
    for (const secret of [PASSWORD, 'argon2', 'typed by mistake', 'my password is', 'factor_secret'])
      expect([secret, texts.join().includes(secret)]).toEqual([secret, false])
  })
  it('is searched for any text, without SQL injection', async () => {
    for (const search of [`'; DROP TABLE changes; --`, '%', '\\', '$1']) {
      const { status, body } = await owner.ask('GET', `/api/changes?search=${encodeURIComponent(search)}`)
      expect([status, (body as { entries: unknown[] }).entries.length]).toEqual([200, 0])
    }
  })
})

describe('figures for a monitoring program', () => {
  it('require the token, also from an owner, and count operations, not addresses', async () => {
    for (const authorization of [null, 'Bearer', 'Bearer wrong', METRICS_TOKEN, `Basic ${METRICS_TOKEN}`])
      expect((await owner.ask('GET', '/api/metrics', undefined, { authorization })).status).toBe(401)
    for (const number of [1, 2, 3]) await owner.ask('GET', `/api/jobs/${number}`)
    const { status, text } = await nobody.ask('GET', '/api/metrics', undefined, { authorization: `Bearer ${METRICS_TOKEN}` })
    expect(status).toBe(200)
    expect(
      Number(/^plucky_request_seconds_count\{method="GET",operation="\/api\/jobs\/:number",status="200"\} (\d+)$/m.exec(text)?.[1]),
    ).toBeGreaterThanOrEqual(3)
    expect(text).toMatch(/^plucky_nodejs_eventloop_lag_seconds /m)
    expect(text).not.toMatch(/jobs\/[0-9]/)
  })
})

describe('content of requests', () => {
  it('is logged under the signed-in person, not a claimed one', async () => {
    const changes = { 'update/good/state': { value: 'fine', rev: 0 } }
    const { body, status } = await builder.ask('POST', '/api/jobs/5/book', { changes, by: 'Oda', window: 'w1' })
    expect([status, body]).toEqual([201, body])
    expect(certain(Object.values((body as { marks: Record<string, { by: string }> }).marks)[0]).by).toBe('Ben')
  })
  it.each([
    ['an id', { id: 1 }],
    ['a hash', { passwordHash: 'x' }],
    ['a prototype', JSON.parse('{"__proto__": {"role": "owner"}}') as object],
    ['another role', { role: 'admin' }],
  ])('has no field of its own choice: %s', async (_, extra) => {
    const body = JSON.stringify({ name: 'Extra', role: 'viewer', password: PASSWORD, ...extra }).replace(
      '}',
      Object.hasOwn(extra, '__proto__') ? ',"__proto__":{}}' : '}',
    )
    expect((await owner.ask('POST', '/api/people', body)).status).toBe(422)
  })
  it('cannot be a picture with scripts or one that expands', async () => {
    const data = (bytes: Buffer) => ({ type: 'image/png', data: bytes.toString('base64') })
    const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>')
    const huge = await sharp({ create: { width: 12_000, height: 12_000, channels: 3, background: '#000' } })
      .png()
      .toBuffer()
    for (const bytes of [svg, huge, Buffer.from('<html><script>alert(1)</script>')])
      expect((await builder.ask('POST', '/api/photos', data(bytes))).status).toBe(422)
  })
  it('cannot be compressed', async () => {
    const bomb = gzipSync(Buffer.alloc(30_000_000, ' '))
    const answer = await fetch(`${shop.origin}/api/jobs`, {
      method: 'POST',
      body: bomb,
      headers: { origin: shop.origin, cookie: builder.cookie, 'content-type': 'application/json', 'content-encoding': 'gzip' },
    })
    expect(answer.status).toBe(413)
  })
  it('is not read without sign-in', async () => {
    const { status } = await nobody.ask('POST', '/api/jobs/import', `{"a":"${'x'.repeat(5_000_000)}"}`)
    expect(status).toBe(401)
  })
  it.each(['/api/jobs/1%0d%0aSet-Cookie:%20a=b', '/api/jobs/1/sheet.pdf?revision=1%0d%0aX-A:%20b', '/%0d%0aX-A:%20b'])(
    'adds no header: %s',
    async (path) => {
      const { headers } = await owner.ask('GET', path)
      expect([headers.get('x-a'), headers.get('set-cookie')]).toEqual([null, null])
    },
  )
  it.each([
    '/../package.json',
    '/..%2f..%2f..%2fetc%2fpasswd',
    '/assets/..%5c..%5cpackage.json',
    '/%2e%2e/%2e%2e/etc/passwd',
    '/.env',
    '//etc/passwd',
  ])('reaches no other file: %s', async (path) => {
    const { status, text } = await nobody.ask('GET', path)
    expect(status === 200 ? text.includes('<title>Pages</title>') : status >= 400).toBe(true)
    expect(text).not.toMatch(/root:|"dependencies"/)
  })
  it.each(['TRACE', 'CONNECT', 'PROPFIND'])('by %s is not answered', async (method) => {
    const { request } = await import('node:http')
    const status = await new Promise<number>((resolve) => {
      const sent = request(`${shop.origin}/api/jobs`, { method, headers: { origin: shop.origin } }, (answer) =>
        resolve(answer.statusCode ?? 0),
      )
      sent
        .on('error', () => resolve(400))
        .on('connect', ({ statusCode }) => resolve(statusCode ?? 0))
        .end()
    })
    expect(status).toBeGreaterThanOrEqual(400)
  })
})
