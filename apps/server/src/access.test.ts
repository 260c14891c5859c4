import type { NewFactor } from '@plucky/contract'
import { Secret, TOTP } from 'otpauth'
import { codeOf, NAMES, PASSWORD, sharedShop, type SharedShop, type Visitor } from './testing/visitor.js'

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

/** A person of its own for a test that changes people. */
let added = 0
async function person(role = 'builder'): Promise<{ id: number; name: string; visitor: Visitor }> {
  const name = `Person ${++added}`
  const { body } = await owner.ask('POST', '/api/people', { name, role, password: PASSWORD })
  const visitor = shop.visitor()
  expect((await visitor.signIn(name)).status).toBe(200)
  return { id: (body as { id: number }).id, name, visitor }
}

/** Every operation of the API, with values in its path. */
async function operations(): Promise<{ method: string; path: string }[]> {
  const { body } = await owner.ask('GET', '/api/docs.json')
  const { paths } = body as { paths: Record<string, Record<string, object>> }
  return Object.entries(paths).flatMap(([path, methods]) =>
    Object.keys(methods).map((method) => ({ method: method.toUpperCase(), path: path.replaceAll(/\{\w+\}/g, '1') })),
  )
}

const PUBLIC = ['GET /api/access', 'POST /api/access/sign-in', 'GET /api/health', 'GET /api/health/live', 'GET /api/health/ready']
const OWNERS = ['GET /api/people', 'POST /api/people', 'PATCH /api/people/1', 'GET /api/changes', 'GET /api/backup', 'PUT /api/shop']
/** Operations on one's own account and one's own windows, which every role has. */
const isOwn = (path: string) => path.startsWith('/api/access') || path.includes('/present')

describe('what each role may do', () => {
  it('without sign-in: only sign-in, health and customer links', async () => {
    const all = await operations()
    expect(all.length).toBeGreaterThan(60)
    for (const { method, path } of all) {
      const { status } = await nobody.ask(method, path, method === 'GET' ? undefined : {})
      const expected = path === '/api/links/1.pdf' ? [404] : PUBLIC.includes(`${method} ${path}`) ? [200, 422] : [401]
      expect([method, path, expected.includes(status)]).toEqual([method, path, true])
    }
  })
  it('a viewer: reads only', async () => {
    const before = await shop.query('SELECT count(*) FROM changes')
    for (const { method, path } of await operations()) {
      if (isOwn(path) || path === '/api/links/1.pdf') continue
      const { status } = await viewer.ask(method, path, method === 'GET' ? undefined : {})
      const refused = method !== 'GET' || OWNERS.includes(`${method} ${path}`) || path === '/api/links'
      expect([method, path, status === 403]).toEqual([method, path, refused])
    }
    expect(await shop.query('SELECT count(*) FROM changes')).toEqual(before)
  })
  it('a builder: changes the work, but not people, shop settings, log or backup', async () => {
    for (const each of [...OWNERS, 'PUT /api/shop/standards']) {
      const [method = '', path = ''] = each.split(' ')
      expect([each, (await builder.ask(method, path, method === 'GET' ? undefined : {})).status]).toEqual([each, 403])
    }
    expect((await builder.ask('PATCH', '/api/jobs/1', { customer: 'Next door' })).status).toBe(200)
  })
  it.each([
    ['another case', '/API/PEOPLE'],
    ['a slash at the end', '/api/people/'],
    ['an encoded letter', '/api/%70eople'],
    ['a doubled slash', '/api//people'],
    ['a step up', '/api/jobs/../people'],
    ['a query', '/api/people?role=owner'],
  ])('a viewer does not get around it by %s', async (_, path) => {
    expect([403, 404]).toContain((await viewer.ask('GET', path)).status)
    expect([401, 404]).toContain((await nobody.ask('GET', path)).status)
  })
  it.each(['/api/docs', '/api/docs.json', '/api/docs-yaml', '/API/Docs', '/api/docs/swagger-ui-bundle.js'])(
    'nobody reads %s',
    async (path) => {
      expect([401, 404]).toContain((await nobody.ask('GET', path)).status)
    },
  )
  it('a method in a header has no effect', async () => {
    const asked = { 'x-http-method-override': 'GET', 'x-method-override': 'GET', 'x-http-method': 'GET' }
    expect((await viewer.ask('DELETE', '/api/jobs/1', undefined, asked)).status).toBe(403)
    expect((await viewer.ask('GET', '/api/jobs/1?_method=DELETE')).status).toBe(200)
    expect((await viewer.ask('GET', '/api/jobs/1')).status).toBe(200)
  })
})

describe('a session', () => {
  it('is a cookie that is hidden from scripts and from other sites, and bound to this host with TLS', async () => {
    const { headers } = await shop.visitor().signIn(NAMES.owner)
    expect(headers.get('set-cookie')).toMatch(/^plucky=[\w-]{43}; .*Path=\/;.*HttpOnly; SameSite=Strict$/)
    expect(headers.get('cache-control')).toBe('no-store')
  })
  it.each([
    ['without a request for twelve hours', `UPDATE sessions SET seen_at = now() - interval '12 hours'`],
    ['after a week', `UPDATE sessions SET ends_at = now()`],
  ])('ends %s', async (_, sql) => {
    const { id, visitor } = await person()
    expect((await visitor.ask('GET', '/api/jobs/1')).status).toBe(200)
    await shop.query(`${sql} WHERE person_id = ${id}`)
    expect((await visitor.ask('GET', '/api/jobs/1')).status).toBe(401)
  })
  it('ends by signing out; the cookie is then invalid', async () => {
    const { visitor } = await person()
    const { cookie } = visitor
    expect((await visitor.ask('POST', '/api/access/sign-out')).status).toBe(200)
    expect(visitor.cookie).toBe('')
    expect((await nobody.ask('GET', '/api/jobs/1', undefined, { cookie })).status).toBe(401)
  })
  it('ends on all devices together', async () => {
    const { name, visitor } = await person()
    const other = shop.visitor()
    await other.signIn(name)
    await visitor.ask('POST', '/api/access/sign-out-everywhere')
    expect((await other.ask('GET', '/api/jobs/1')).status).toBe(401)
  })
  it('is new after each sign-in, and the previous one ends', async () => {
    const { name, visitor } = await person()
    const { cookie } = visitor
    await visitor.signIn(name)
    expect(visitor.cookie).not.toBe(cookie)
    expect((await nobody.ask('GET', '/api/jobs/1', undefined, { cookie })).status).toBe(401)
  })
  it('is never one that was planted in the browser', async () => {
    const put = `plucky=${'a'.repeat(43)}`
    nobody.cookie = put
    await nobody.signIn(NAMES.viewer)
    expect(nobody.cookie).not.toBe(put)
    expect((await shop.visitor().ask('GET', '/api/jobs/1', undefined, { cookie: put })).status).toBe(401)
  })
  it.each([
    ['its stored digest', async () => (await shop.query(`SELECT encode(digest, 'base64') AS d FROM sessions LIMIT 1`))[0]?.['d']],
    ['a number', () => Promise.resolve('1')],
    ['10,000 characters', () => Promise.resolve('x'.repeat(10_000))],
    ['SQL', () => Promise.resolve(encodeURIComponent(`' OR '1'='1`))],
    ['a list', () => Promise.resolve('j:["a"]')],
  ])('is not opened by %s', async (_, token) => {
    expect((await nobody.ask('GET', '/api/jobs/1', undefined, { cookie: `plucky=${String(await token())}` })).status).toBe(401)
  })
  it.each([
    ['a closed account', { active: false }],
    ['another role', { role: 'viewer' }],
    ['a new password by an owner', { password: 'eleven calm rivers bend' }],
  ])('ends with %s', async (_, change) => {
    const { id, visitor } = await person()
    expect((await owner.ask('PATCH', `/api/people/${id}`, change)).status).toBe(200)
    expect((await visitor.ask('GET', '/api/jobs/1')).status).toBe(401)
  })
  it('on other devices ends with a new password', async () => {
    const { name, visitor } = await person()
    const other = shop.visitor()
    await other.signIn(name)
    const wrong = await visitor.ask('PUT', '/api/access/password', { present: 'not this one at all', password: 'eleven calm rivers bend' })
    expect([wrong.status, codeOf(wrong)]).toEqual([422, 'password-differs'])
    await visitor.ask('PUT', '/api/access/password', { present: PASSWORD, password: 'eleven calm rivers bend' })
    expect((await other.ask('GET', '/api/jobs/1')).status).toBe(401)
    expect((await visitor.ask('GET', '/api/jobs/1')).status).toBe(200)
    expect((await shop.visitor().signIn(name)).status).toBe(401)
  })
})

describe('signing in', () => {
  afterEach(forget)
  it('has the same response and time for a wrong name, a wrong password and a closed account', async () => {
    const { id, name } = await person()
    await owner.ask('PATCH', `/api/people/${id}`, { active: false })
    const tries = [
      ['Nobody here', PASSWORD],
      [NAMES.owner, 'not the password of Oda'],
      [name, PASSWORD],
    ] as const
    const said = []
    for (const [who, password] of tries) {
      await forget()
      const begun = performance.now()
      const { status, body } = await shop.visitor().signIn(who, password)
      expect(performance.now() - begun).toBeGreaterThan(250)
      said.push({ status, ...(body as object), instance: '' })
    }
    expect(said[1]).toEqual(said[0])
    expect(said[2]).toEqual(said[0])
  })
  it.each([NAMES.viewer, 'Unknown'])('is closed for %s after six failures from an address, also for the right password', async (name) => {
    const answers = await Promise.all(Array.from({ length: 8 }, (_, i) => shop.visitor().signIn(name, `wrong password ${i}`)))
    expect(answers.filter(({ status }) => status === 429)).toHaveLength(2)
    const right = await shop.visitor().ask('POST', '/api/access/sign-in', { name, password: PASSWORD }, { 'x-forwarded-for': '192.0.2.7' })
    expect([right.status, codeOf(right)]).toEqual([429, 'too-many-attempts'])
    expect((await viewer.ask('GET', '/api/jobs/1')).status).toBe(200)
  })
  it.each([
    ['short', 'eight 8'],
    ['common', 'password1234'],
    ['made of the shop’s own words', 'Plucky ratio plucky'],
    ['made of the name', 'Quentin Quentin 1'],
  ])('needs a password that is not %s', async (_, password) => {
    expect((await owner.ask('POST', '/api/people', { name: 'Quentin', role: 'viewer', password })).status).toBe(422)
    expect((await owner.ask('PATCH', '/api/people/3', { password })).status).toBe(422)
    expect((await viewer.ask('PUT', '/api/access/password', { present: PASSWORD, password })).status).toBe(422)
  })
  it('with a second factor needs its code, each code once', async () => {
    const { name, visitor } = await person('owner')
    const wrong = await visitor.ask('POST', '/api/access/second-factor', { password: 'not the password' })
    expect(codeOf(wrong)).toBe('password-differs')
    const { body } = await visitor.ask('POST', '/api/access/second-factor', { password: PASSWORD })
    const totp = new TOTP({ secret: Secret.fromBase32((body as NewFactor).secret) })
    const codeAt = (steps: number) => totp.generate({ timestamp: Date.now() + steps * 30_000 })
    // Not in use before it is confirmed.
    expect((await shop.visitor().signIn(name)).status).toBe(200)
    expect(codeOf(await visitor.ask('PUT', '/api/access/second-factor', { code: '000000' }))).toBe('code-differs')
    expect((await visitor.ask('PUT', '/api/access/second-factor', { code: codeAt(-1) })).status).toBe(200)
    const without = shop.visitor()
    expect((await without.signIn(name)).body).toEqual({ outcome: 'code' })
    expect((await without.ask('GET', '/api/jobs/1')).status).toBe(401)
    for (const code of ['000000', codeAt(-1), codeAt(-40), codeAt(40), '']) {
      await forget()
      expect((await without.signIn(name, PASSWORD, code)).status).toBe(401)
    }
    await forget()
    const both = await Promise.all([shop.visitor(), shop.visitor()].map((each) => each.signIn(name, PASSWORD, codeAt(0))))
    expect(both.map(({ status }) => status).sort()).toEqual([200, 401])
    expect((await without.signIn(name, PASSWORD, codeAt(1))).status).toBe(200)
    expect(codeOf(await without.ask('DELETE', '/api/access/second-factor', { password: PASSWORD, code: codeAt(1) }))).toBe('code-differs')
  })
  it('leaves the shop with an owner', async () => {
    const { body } = await owner.ask('GET', '/api/people')
    const owners = (body as { id: number; role: string; name: string }[]).filter(
      ({ role, name }) => role === 'owner' && name !== NAMES.owner,
    )
    for (const { id } of owners) await owner.ask('PATCH', `/api/people/${id}`, { active: false })
    for (const change of [{ active: false }, { role: 'builder' }])
      expect(codeOf(await owner.ask('PATCH', '/api/people/1', change))).toBe('last-owner')
    expect((await owner.ask('GET', '/api/people')).status).toBe(200)
  })
})
