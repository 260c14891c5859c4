import { ConnectionError, DatabaseError } from 'sequelize'
import { DatabaseError as DriverError } from 'pg'
import { describeError, failureOf } from './failures.js'

const ofDatabase = (code: string | undefined, message = 'said by the database') =>
  new DatabaseError(Object.assign(new Error(message), { code, sql: 'SELECT 1', parameters: {} }))

describe('a failure of the database', () => {
  // Codes: PostgreSQL documentation, appendix A.
  it.each([
    ['08006', 'unreachable'], // connection failure
    ['57P01', 'unreachable'], // shut down by an administrator
    ['57P03', 'unreachable'], // starting up
    ['53300', 'unreachable'], // too many connections
    ['25P03', 'unreachable'], // idle in transaction for too long
    ['57014', 'contended'], // statement canceled
    ['55P03', 'contended'], // lock not available
    ['40P01', 'contended'], // deadlock
    ['40001', 'contended'], // serialization failure
    ['53100', 'full'], // disk full
    ['22021', 'not-storable'], // character not in repertoire
    ['22003', 'not-storable'], // number out of range
    ['23505', undefined], // unique violation: expected and answered where it may happen
    ['42P01', undefined], // a table that is missing is a defect
  ])('of code %s is %s', (code, failure) => expect(failureOf(ofDatabase(code))).toBe(failure))

  it('without a code is recognized by the message of the driver', () => {
    expect(failureOf(ofDatabase(undefined, 'Connection terminated unexpectedly'))).toBe('unreachable')
    expect(failureOf(ofDatabase(undefined, 'Query read timeout'))).toBe('unreachable')
    expect(failureOf(ofDatabase(undefined, 'something else'))).toBeUndefined()
    expect(failureOf(ofDatabase(undefined, 'Client has encountered a connection error and is not queryable'))).toBe('unreachable')
    expect(failureOf(new ConnectionError(new Error('refused')))).toBe('unreachable')
  })

  it('while a connection is opened is an error of the driver', () => {
    const starting = Object.assign(new DriverError('the database system is starting up', 0, 'error'), { code: '57P03' })
    expect(failureOf(starting)).toBe('unreachable')
    expect(failureOf(new Error('Connection terminated unexpectedly'))).toBe('unreachable')
    expect(failureOf(new Error('Query read timeout'))).toBe('unreachable')
  })

  it('is not a defect of the program', () => {
    for (const other of [new TypeError('x is not a function'), Object.assign(new Error('request aborted'), { code: '22' }), null, 'text'])
      expect(failureOf(other)).toBeUndefined()
  })

  it('is logged with its cause and statement', () => {
    const logged = describeError(ofDatabase('40P01', 'deadlock detected'))
    expect(logged).toContain('Database: 40P01 · deadlock detected')
    expect(logged).toContain('Statement: SELECT 1')
    expect(describeError('text')).toBe('text')
  })
})
