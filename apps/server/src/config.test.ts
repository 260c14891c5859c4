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
  it('reads host names as a list, whatever their case and spaces', () => {
    expect(readConfig({ DATABASE_URL, PLUCKY_HOSTS: ' Shop.Example , bench,, ' }).hosts).toEqual(['shop.example', 'bench'])
  })
})
