import { readFileSync } from 'node:fs'
import { request as httpRequest } from 'node:http'
import { setTimeout as wait } from 'node:timers/promises'
import { seeded } from '../../packages/core/dist/index.js'

/** Texts that often break programs. */
const EVIL_TEXTS = [
  '',
  ' ',
  '\0',
  'a\0b',
  '\ud800',
  '\udfff\ud800',
  '__proto__',
  'constructor',
  'prototype',
  'valueOf',
  'toString',
  'hasOwnProperty',
  'then',
  'length',
  'NaN',
  'null',
  '-1',
  '1e309',
  "'; DROP TABLE jobs; --",
  '${7*7}',
  '%00',
  '../../etc/passwd',
  ':replacement',
  '$1',
  '\u202e\u0301\ufeff',
  '𝒳'.repeat(200),
  'x'.repeat(10_000),
]
const EVIL_NUMBERS = [
  0,
  -0,
  -1,
  1,
  0.5,
  1e-320,
  1e308,
  -1e308,
  2 ** 31,
  2 ** 31 - 1,
  2 ** 32,
  2 ** 53,
  2 ** 63,
  Number.MAX_SAFE_INTEGER,
  9e15,
]

const nested = (depth) => `${'['.repeat(depth)}1${']'.repeat(depth)}`
const nestedFields = (depth) => `${'{"a":'.repeat(depth)}1${'}'.repeat(depth)}`

/** Hand-made request bodies. */
const EVIL_BODIES = [
  '',
  'null',
  '[]',
  '0',
  '"text"',
  '{',
  '{"a":1e999}',
  '{"constructor":1}',
  '{"__proto__":{"x":1}}',
  '{"a":{"toString":1}}',
  '{"name":"\\u0000"}',
  '{"name":"\\ud800"}',
  nested(50_000),
  nestedFields(50_000),
  `{"spec":${nested(5000)}}`,
  JSON.stringify({ stations: Array.from({ length: 100_000 }, () => ({})) }).slice(0, 900_000),
  JSON.stringify(Object.fromEntries(Array.from({ length: 30_000 }, (_, i) => [`k${i}`, i]))),
  JSON.stringify({ added: Array.from({ length: 15_000 }, () => [[]]), changed: [[], [[]]] }),
]

/** Generates requests from the OpenAPI document, stored data and the lists above. */
export class Generator {
  constructor({ seed, document, stored }) {
    Object.assign(this, { random: seeded(seed), document, stored })
    this.operations = Object.entries(document.paths).flatMap(([path, methods]) =>
      Object.entries(methods).map(([method, operation]) => ({ path, method: method.toUpperCase(), operation })),
    )
  }

  pick(list) {
    return list[Math.floor(this.random() * list.length)]
  }

  chance(share) {
    return this.random() < share
  }

  evilValue(depth = 0) {
    return this.pick([
      () => this.pick(EVIL_TEXTS),
      () => this.pick(EVIL_NUMBERS),
      () => null,
      () => this.chance(0.5),
      () => (depth > 2 ? [] : [this.evilValue(depth + 1), [this.evilValue(depth + 1)]]),
      () => (depth > 2 ? {} : { [this.pick(EVIL_TEXTS)]: this.evilValue(depth + 1) }),
      () => Array.from({ length: this.pick([50, 3000]) }, () => ({})),
    ])()
  }

  /** Random value that matches a schema, or nearly. */
  valueOf(schema, depth = 0) {
    if (!schema || depth > 12) return {}
    if (schema.$ref) return this.valueOf(this.document.components.schemas[schema.$ref.split('/').at(-1)], depth)
    if (schema.oneOf) return this.valueOf(this.pick(schema.oneOf), depth + 1)
    if (schema.enum) return this.pick(schema.enum)
    switch (schema.type) {
      case 'number':
      case 'integer': {
        const [from, to] = [schema.minimum ?? schema.exclusiveMinimum ?? 0, schema.maximum ?? 1000]
        const value = from + (to - from) * this.random()
        return schema.type === 'integer' ? Math.round(value) : value
      }
      case 'string':
        return this.pick(['plain', 'alder-3', 'fwd-stock', 'input'])
      case 'boolean':
        return this.chance(0.5)
      case 'array':
        return Array.from({ length: Math.floor(this.random() * 3) }, () => this.valueOf(schema.items, depth + 1))
      default:
        return Object.fromEntries(
          Object.entries(schema.properties ?? {})
            .filter(([key]) => schema.required?.includes(key) || this.chance(0.3))
            .map(([key, inner]) => [key, this.valueOf(inner, depth + 1)]),
        )
    }
  }

  /** Replaces, adds or removes a random value inside. */
  mutated(value, depth = 0) {
    if (typeof value !== 'object' || value === null || depth > 20 || this.chance(0.08)) return this.evilValue()
    if (Array.isArray(value)) {
      if (value.length === 0 || this.chance(0.1)) return [...value, this.evilValue()]
      const at = Math.floor(this.random() * value.length)
      return value.map((inner, i) => (i === at ? this.mutated(inner, depth + 1) : inner))
    }
    const keys = Object.keys(value)
    const key = keys.length === 0 || this.chance(0.08) ? this.pick(EVIL_TEXTS) : this.pick(keys)
    if (this.chance(0.06)) return Object.fromEntries(Object.entries(value).filter(([each]) => each !== key))
    const changed = { ...value }
    Object.defineProperty(changed, key, {
      value: this.mutated(value[key], depth + 1),
      enumerable: true,
      configurable: true,
      writable: true,
    })
    return changed
  }

  bodyFor(path, operation) {
    if (this.chance(0.05)) return this.pick(EVIL_BODIES)
    const schema = operation.requestBody?.content?.['application/json']?.schema
    const known = this.stored[path]
    let body = known && this.chance(0.8) ? this.pick(known) : this.valueOf(schema)
    for (let i = Math.floor(this.random() * 3); i > 0; i--) body = this.mutated(body)
    return JSON.stringify(body) ?? ''
  }

  address(path) {
    const known = { number: ['1', '2', '5', '8', '9', '12'], id: this.stored.ids, kind: ['parts', 'operations', 'kits', 'units'] }
    const filled = path.replace(/\{(\w+)\}/g, (_all, name) =>
      this.chance(0.15) ? this.anyPath() : encodeURIComponent(this.pick(known[name] ?? ['1'])),
    )
    return filled
  }

  anyPath() {
    const text = this.pick([...EVIL_TEXTS, ...EVIL_NUMBERS.map(String)]).slice(0, 400)
    return this.chance(0.1) ? this.pick(['%', '%ff', '%ED%A0%80']) : text.isWellFormed() ? encodeURIComponent(text) : '%ED%A0%80'
  }

  queryFor(operation) {
    const names = (operation.parameters ?? []).filter((p) => p.in === 'query')
    const pairs = names
      .filter(() => this.chance(0.4))
      .flatMap(({ name, schema }) => {
        const value = this.chance(0.3) || !schema?.enum ? this.anyPath() : encodeURIComponent(this.pick(schema.enum))
        return this.chance(0.05) ? [`${name}=${value}`, `${name}=again`] : [`${name}=${value}`]
      })
    return pairs.length === 0 ? '' : `?${pairs.join('&')}`
  }

  next() {
    const { path, method, operation } = this.pick(this.operations)
    const body = method === 'GET' || method === 'DELETE' ? undefined : this.bodyFor(path, operation)
    const type = this.chance(0.02)
      ? this.pick(['text/plain', 'application/x-www-form-urlencoded', 'multipart/form-data; boundary=x', ''])
      : 'application/json'
    const host = this.chance(0.005) ? 'evil.example' : undefined
    return { operation: `${method} ${path}`, method, path: this.address(path) + this.queryFor(operation), body, type, host }
  }
}

/** Sends a request. Returns status, time and the start of the response. */
export function send(port, { method, path, body, type, host }, own = {}) {
  const begun = performance.now()
  return new Promise((resolve) => {
    const headers = { ...(body === undefined ? {} : { 'content-type': type }), ...(host ? { host } : {}), ...own }
    const request = httpRequest({ port, host: '127.0.0.1', method, path, headers }, (response) => {
      const done = (text) => resolve({ status: response.statusCode, ms: performance.now() - begun, text })
      // A stream of events does not end.
      if (response.headers['content-type']?.startsWith('text/event-stream')) return void (response.destroy(), done(''))
      let text = ''
      response.on('data', (chunk) => text.length < 2000 && (text += chunk))
      response.on('end', () => done(text))
    })
    request.on('error', (error) => resolve({ status: 0, ms: performance.now() - begun, text: error.message }))
    request.end(body)
  })
}

const without = (value, keys) => Object.fromEntries(Object.entries(value).filter(([key]) => !keys.includes(key)))

/** Body for saving a job. */
const saveOf = (job) => without(job, ['number', 'savedAt', 'savedBy', 'savedChange'])

export const jsonFrom = async (port, path, headers = {}) => (await fetch(`http://127.0.0.1:${port}/api${path}`, { headers })).json()

/** Stored data by path, as bodies to mutate. */
export async function storedAt(port, headers = {}) {
  const from = (path) => jsonFrom(port, path, headers)
  const shelf = await from('/shelf/content')
  const jobs = await Promise.all([1, 2, 3, 4, 5, 6, 7, 8].map((number) => from(`/jobs/${number}`)))
  const contents = jobs.map(saveOf)
  const files = await Promise.all([1, 5].map((number) => from(`/jobs/${number}/file`)))
  const some = shelf.parts.filter((_part, i) => i % 12 === 0)
  const items = (kept) => kept.map(({ item }) => item)
  return {
    ids: [...shelf.units, ...some, ...shelf.operations.slice(0, 4), ...shelf.kits].map(({ item }) => item.id),
    '/api/jobs': contents.map((content) => without(content, ['version'])),
    '/api/jobs/{number}': [...contents, { name: 'renamed' }, { archived: true }, { archived: false }],
    '/api/jobs/import': files,
    '/api/jobs/{number}/revisions': [{ name: 'as is', version: 1 }],
    '/api/units': items(shelf.units),
    '/api/units/import': [await from('/units/alder-3/file')],
    '/api/units/{id}': shelf.units,
    '/api/shelf': items(some),
    '/api/shelf/operations': items(shelf.operations.slice(0, 5)),
    '/api/shelf/kits': items(shelf.kits),
    '/api/shelf/file': [await from('/shelf/file?unit=rowan-4')],
    '/api/shelf/import': [{ added: items(some.slice(0, 3)), changed: some.slice(3, 6) }],
    '/api/shelf/{kind}/{id}': [...some, ...shelf.operations.slice(0, 4), ...shelf.kits],
    '/api/shop': [{ currency: 'USD' }],
    '/api/photos': [{ type: 'image/png', data: PIXEL }],
  }
}

/** The smallest PNG: one pixel. */
const PIXEL = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAQAAAC1HAwCAAAAC0lEQVR42mNk+A8AAQUBAScY42YAAAAASUVORK5CYII='

const megabytes = (pid) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))[1]) / 1024

/** Memory of the idle server, MB. */
async function memoryAtRest(port, pid) {
  let least = Infinity
  for (let i = 0; i < 20; i++) {
    await jsonFrom(port, '/health/live')
    await wait(500)
    least = Math.min(least, megabytes(pid))
  }
  return least
}

/** Open jobs that cannot be rated or saved unchanged. */
async function unsound(port) {
  const bad = []
  let after = ''
  do {
    const page = await jsonFrom(port, `/jobs?limit=200${after}`)
    for (const { number } of page.jobs) {
      const content = saveOf(await jsonFrom(port, `/jobs/${number}`))
      const answer = await send(port, { method: 'GET', path: `/api/jobs/${number}/answer` })
      const saved = await send(port, {
        method: 'PUT',
        path: `/api/jobs/${number}`,
        body: JSON.stringify(content),
        type: 'application/json',
      })
      for (const { status, text } of [answer, saved]) if (status !== 200) bad.push(`job ${number}: ${status} ${text.slice(0, 200)}`)
    }
    after = page.next ? `&after=${encodeURIComponent(page.next)}` : ''
  } while (after)
  return bad
}

/** Maximum response time if `measured`. */
const MOST_MS = 2000

/** Sends requests concurrently. Returns failures and statistics. `measured` also limits response time and memory growth. */
export async function fuzz({ port, pid, requests, seed = 7, atOnce = 6, measured = true }) {
  const generator = new Generator({ seed, document: await jsonFrom(port, '/docs.json'), stored: await storedAt(port) })
  const wrong = []
  const statuses = {}
  let [slowest, sent] = [{ ms: 0 }, 0]
  const work = async (until) => {
    while (sent < until) {
      sent++
      const request = generator.next()
      const answer = await send(port, request)
      statuses[answer.status] = (statuses[answer.status] ?? 0) + 1
      const words = `${request.method} ${request.path.slice(0, 200)} ${String(request.body ?? '').slice(0, 300)} → ${answer.status} in ${answer.ms.toFixed(0)} ms ${JSON.stringify(answer.text.slice(0, 200))}`
      if (answer.status >= 500 || answer.status === 0 || (measured && answer.ms > MOST_MS)) wrong.push(words)
      if (answer.ms > slowest.ms) slowest = { ms: answer.ms, words }
    }
  }
  const run = (until) => Promise.all(Array.from({ length: atOnce }, () => work(until)))
  // The first tenth is warm-up.
  await run(requests / 10)
  const before = measured ? await memoryAtRest(port, pid) : 0
  await run(requests)
  const after = measured ? await memoryAtRest(port, pid) : 0
  if (measured && after > 1.1 * before) wrong.push(`Memory grew from ${before.toFixed(0)} to ${after.toFixed(0)} MB.`)
  wrong.push(...(await unsound(port)))
  return { wrong, statuses, slowest, memory: [before, after] }
}
