import type { AccessState, NewFactor } from '@plucky/contract'
import { randomBytes } from 'node:crypto'
import { Secret, TOTP } from 'otpauth'
import { AccountService } from './access/account.service.js'
import { sealed } from './access/secret-box.js'
import { ACCESS, type AccessSettings } from './access/settings.js'
import { codeOf, PASSWORD, sharedShop, type SharedShop } from './testing/visitor.js'

let shop: SharedShop
beforeAll(async () => (shop = await sharedShop({ ownersNeedFactor: true })))
afterAll(async () => (shop as SharedShop | undefined)?.close())

describe('a shop that requires a second factor of its owners', () => {
  it('gives an owner the rights of a builder until it is set up', async () => {
    const oda = await shop.as('owner')
    const rights = async () => {
      const { person } = (await oda.ask('GET', '/api/access')).body as AccessState
      return [person?.role, person?.awaitsFactor, (await oda.ask('GET', '/api/people')).status]
    }
    expect(await rights()).toEqual(['builder', true, 403])
    expect((await oda.ask('POST', '/api/jobs/1/copy')).status).toBe(201)
    const { secret } = (await oda.ask('POST', '/api/access/second-factor', { password: PASSWORD })).body as NewFactor
    expect(await rights()).toEqual(['builder', true, 403])
    const [stored] = await shop.query(`SELECT factor_secret AS text FROM people WHERE name = 'Oda'`)
    expect(String(stored?.['text'])).toMatch(/^gcm:/)
    expect(String(stored?.['text'])).not.toContain(secret)
    const code = new TOTP({ secret: Secret.fromBase32(secret) }).generate()
    expect((await oda.ask('PUT', '/api/access/second-factor', { code })).status).toBe(200)
    expect(await rights()).toEqual(['owner', false, 200])
  })

  it('encrypts a secret that was stored without a key, and reads it', async () => {
    const secret = new Secret({ size: 20 }).base32
    const stored = async () => (await shop.query(`SELECT factor_secret AS text FROM people WHERE name = 'Vic'`))[0]?.['text']
    await shop.query(`UPDATE people SET second_factor = true, factor_secret = '${secret}' WHERE name = 'Vic'`)
    await shop.app.get(AccountService).onApplicationBootstrap()
    const first = await stored()
    expect(first).toMatch(/^gcm:/)
    await shop.app.get(AccountService).onApplicationBootstrap()
    expect(await stored()).toBe(first)
    const code = new TOTP({ secret: Secret.fromBase32(secret) }).generate()
    expect((await shop.visitor().signIn('Vic', PASSWORD, code)).status).toBe(200)
    await shop.query(`UPDATE people SET factor_step = NULL, factor_secret = '${sealed(randomBytes(32), secret, '3')}' WHERE name = 'Vic'`)
    expect(codeOf(await shop.visitor().signIn('Vic', PASSWORD, code))).toBe('sign-in-refused')
  })

  it('stores no second factor without a key', async () => {
    const access = shop.app.get<AccessSettings>(ACCESS)
    const { secretKey } = access
    Object.assign(access, { secretKey: undefined })
    const ben = await shop.as('builder')
    expect(codeOf(await ben.ask('POST', '/api/access/second-factor', { password: PASSWORD }))).toBe('factor-key-missing')
    Object.assign(access, { secretKey })
    expect((await ben.ask('POST', '/api/access/second-factor', { password: PASSWORD })).status).toBe(201)
  })

  it('does not change the rights of other roles', async () => {
    const ben = await shop.as('builder')
    expect((await ben.ask('GET', '/api/access')).body).toMatchObject({ person: { role: 'builder', awaitsFactor: false } })
  })
})
