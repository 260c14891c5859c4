import { readConfig } from './config.js'

const DATABASE_URL = 'postgres://somebody@127.0.0.1/shop'

describe('the configuration', () => {
  it('needs a database, and listens on the usual port', () => {
    expect(() => readConfig({})).toThrow('DATABASE_URL is not set. Use "npm start"')
    expect(readConfig({ DATABASE_URL })).toMatchObject({ port: 4780, databaseUrl: DATABASE_URL, hosts: [], dataFolder: undefined })
  })
  it.each(['0', '65536', '-1', '80.5', 'http', ''])('refuses port "%s", and says what it got', (PORT) => {
    expect(() => readConfig({ DATABASE_URL, PORT })).toThrow(`PORT must be a whole number from 1 to 65535 (got "${PORT}").`)
  })
  it('reads host names as a list, in any case and with spaces', () => {
    expect(readConfig({ DATABASE_URL, PLUCKY_HOSTS: ' Shop.Example , bench,, ' }).hosts).toEqual(['shop.example', 'bench'])
  })
  const modeOf = (env: NodeJS.ProcessEnv) => {
    const { host, access, proxies } = readConfig({ DATABASE_URL, ...env })
    return [host, access.mode, access.secure, proxies]
  }
  it('opens without sign-in on loopback only', () => {
    expect(modeOf({})).toEqual(['127.0.0.1', 'open', false, []])
    expect(modeOf({ HOST: 'localhost', PLUCKY_HOSTS: '127.0.0.1' })).toEqual(['localhost', 'open', false, []])
    expect(modeOf({ PLUCKY_HOSTS: 'shop.example' })).toEqual(['127.0.0.1', 'accounts', false, []])
    expect(modeOf({ PLUCKY_PROXY: 'loopback' })).toEqual(['127.0.0.1', 'accounts', true, ['loopback']])
    expect(modeOf({ HOST: '0.0.0.0', PLUCKY_TLS: 'off' })).toEqual(['0.0.0.0', 'accounts', false, []])
  })
  it.each(['0.0.0.0', '::', '192.0.2.1', 'shop.example', '127.0.0.1.example'])('does not listen on %s without encryption', (HOST) => {
    expect(() => readConfig({ DATABASE_URL, HOST })).toThrow('the connection must be encrypted')
  })
  it('lets a shop require a second factor of its owners', () => {
    const needed = (text?: string) => readConfig({ DATABASE_URL, PLUCKY_SECOND_FACTOR: text }).access.ownersNeedFactor
    expect([needed(), needed('optional'), needed('owners')]).toEqual([false, false, true])
    expect(() => needed('yes')).toThrow('PLUCKY_SECOND_FACTOR must be "owners" or "optional" (got "yes").')
  })
  it('reads the key of stored secrets, and says how to make one', () => {
    const key = (text?: string) => readConfig({ DATABASE_URL, PLUCKY_SECRET_KEY: text }).access.secretKey?.length
    expect([key(), key(Buffer.alloc(32, 7).toString('base64'))]).toEqual([undefined, 32])
    expect(() => key('short')).toThrow('openssl rand -base64 32')
  })
  it('reads how many processes rate jobs, or that another server has them', () => {
    const judges = (text?: string) => readConfig({ DATABASE_URL, PLUCKY_JUDGES: text }).judges
    expect([judges(), judges('0'), judges('3'), judges('elsewhere')]).toEqual([1, 0, 3, 'elsewhere'])
    for (const text of ['-1', '1.5', 'nobody']) expect(() => judges(text)).toThrow(`(got "${text}")`)
  })
  it('needs certificate and key, and names an unreadable file', () => {
    expect(() => readConfig({ DATABASE_URL, PLUCKY_TLS_CERT: '/nowhere/cert.pem' })).toThrow('Set both')
    expect(() => readConfig({ DATABASE_URL, PLUCKY_TLS_CERT: '/nowhere/cert.pem', PLUCKY_TLS_KEY: '/nowhere/key.pem' })).toThrow(
      'The file "/nowhere/cert.pem" of the TLS certificate cannot be read',
    )
  })
})
