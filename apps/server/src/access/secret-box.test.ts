import { randomBytes } from 'node:crypto'
import { isSealed, keyFrom, opened, sealed } from './secret-box.js'

const key = randomBytes(32)
const stored = sealed(key, 'JBSWY3DPEHPK3PXP', '7')

describe('an encrypted secret', () => {
  it('is read with its key for its owner, and is another text each time', () => {
    expect([isSealed(stored), isSealed('JBSWY3DPEHPK3PXP'), opened(key, stored, '7')]).toEqual([true, false, 'JBSWY3DPEHPK3PXP'])
    expect(sealed(key, 'JBSWY3DPEHPK3PXP', '7')).not.toBe(stored)
    expect(stored).not.toContain('JBSWY3DP')
  })

  it('is not read with another key, for another owner, shortened, or with one bit changed', () => {
    const bytes = Buffer.from(stored.slice(4), 'base64url')
    const flipped = Array.from(
      bytes,
      (_, i) => `gcm:${Buffer.from(bytes.map((each, at) => (at === i ? each ^ 1 : each))).toString('base64url')}`,
    )
    for (const text of [...flipped, 'gcm:', `gcm:${bytes.subarray(0, 20).toString('base64url')}`])
      expect(opened(key, text, '7')).toBe(undefined)
    expect([opened(randomBytes(32), stored, '7'), opened(key, stored, '8')]).toEqual([undefined, undefined])
  })

  it('needs a key of 32 bytes', () => {
    expect([keyFrom(key.toString('base64')), keyFrom(randomBytes(31).toString('base64')), keyFrom('a passphrase')]).toEqual([
      key,
      undefined,
      undefined,
    ])
  })
})
