import request from 'supertest'
import { errorsOf } from '../testing/jobs.js'
import { scratchApplication } from '../testing/scratch.js'
import { Disk, FULL_BYTES, LOW_BYTES } from './disk.js'

it('an unknown disk stops no request', async () => {
  const disk = new Disk('/somewhere', () => Promise.reject(new Error('not allowed')))
  expect(await disk.look()).toEqual({ state: 'ok', freeBytes: Infinity })
})

it('a disk that fills up is reported in every response; a full disk stops saves until there is room', async () => {
  let free = 2 * LOW_BYTES
  jest.useFakeTimers({
    doNotFake: ['nextTick', 'setImmediate', 'setTimeout', 'clearTimeout', 'setInterval', 'clearInterval', 'queueMicrotask', 'performance'],
  })
  const scratch = await scratchApplication(new Disk('/somewhere', () => Promise.resolve(free)))
  const http = () => request(scratch.app.getHttpServer())
  const becomes = (bytes: number) => {
    free = bytes
    jest.setSystemTime(Date.now() + 3000)
  }
  try {
    expect((await http().get('/api/shop').expect(200)).headers).not.toHaveProperty('plucky-disk')
    becomes(LOW_BYTES - 1)
    expect((await http().put('/api/shop').send({ currency: 'EUR' }).expect(200)).headers['plucky-disk']).toBe('low; free=1073741823')
    becomes(FULL_BYTES - 1)
    const refused = await http().put('/api/shop').send({ currency: 'USD' }).expect(507)
    expect(errorsOf(refused.body)[0]?.sentence).toBe(
      'The disk of the server is full. Nothing was saved. Free some space; saving goes on by itself.',
    )
    expect((await http().get('/api/shop').expect(200)).body).toEqual({ currency: 'EUR' })
    becomes(LOW_BYTES)
    await http().put('/api/shop').send({ currency: 'USD' }).expect(200)
  } finally {
    jest.useRealTimers()
    await scratch.close()
  }
})
