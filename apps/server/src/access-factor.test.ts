import type { AccessState, NewFactor } from '@plucky/contract'
import { Secret, TOTP } from 'otpauth'
import { PASSWORD, sharedShop, type SharedShop } from './testing/visitor.js'

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
    const code = new TOTP({ secret: Secret.fromBase32(secret) }).generate()
    expect((await oda.ask('PUT', '/api/access/second-factor', { code })).status).toBe(200)
    expect(await rights()).toEqual(['owner', false, 200])
  })

  it('does not change the rights of other roles', async () => {
    const ben = await shop.as('builder')
    expect((await ben.ask('GET', '/api/access')).body).toMatchObject({ person: { role: 'builder', awaitsFactor: false } })
  })
})
