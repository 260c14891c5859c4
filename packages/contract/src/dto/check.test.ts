import { demoShop } from '@plucky/demo'
import fc from 'fast-check'
import { checkBrief } from './job.dto.js'
import { checkKit, checkOperation } from './operation.dto.js'
import { checkPart } from './part.dto.js'
import { BOUNDS, plainProblems } from './plain.js'
import { checkUnit } from './unit.dto.js'

const { units, shelf, operations, kits, jobs } = demoShop()

/** Every object inside a value, with its path. */
function objectsIn(value: unknown, path = ''): [string, object][] {
  if (typeof value !== 'object' || value === null) return []
  return [[path, value], ...Object.entries(value).flatMap(([key, each]) => objectsIn(each, `${path}.${key}`))]
}

const CHECKED = [
  ...shelf.map((item) => [item.id, item, checkPart] as const),
  ...operations.map((item) => [item.id, item, checkOperation] as const),
  ...kits.map((item) => [item.id, item, checkKit] as const),
  ...units.map((item) => [item.id, item, checkUnit] as const),
  ...jobs.map((job) => [job.name, job.brief, checkBrief] as const),
]

describe('a check', () => {
  it('returns a good item as plain data: no classes, no undefined fields, nothing shared with the input', () => {
    for (const [id, item, check] of CHECKED) {
      const checked = check(structuredClone(item))
      if (!checked.ok) throw new Error(`${id}: ${checked.problems[0]?.sentence}`)
      expect(checked.value).toEqual(item)
      const own = new Set(objectsIn(item).map(([, object]) => object))
      for (const [path, object] of objectsIn(checked.value)) {
        const plain = Array.isArray(object) ? Array.prototype : Object.prototype
        expect([id, path, Object.getPrototypeOf(object) === plain, own.has(object)]).toEqual([id, path, true, false])
        expect(Object.values(object)).not.toContain(undefined)
      }
    }
  })

  it('refuses a figure that is not a number, at its path, and does not change the input', () => {
    const figures = shelf.flatMap((part) =>
      objectsIn(part.geometry, 'geometry').flatMap(([path, object]) =>
        Object.entries(object).flatMap(([key, value]) => (typeof value === 'number' ? [{ part, path: `${path}.${key}` }] : [])),
      ),
    )
    fc.assert(
      fc.property(
        fc.constantFrom(...figures),
        fc.constantFrom<unknown>('2', NaN, Infinity, -1e9, [], {}, true),
        ({ part, path }, wrong) => {
          const copy = structuredClone(part) as unknown as Record<string, unknown>
          const keys = path.split('.')
          const holder = keys.slice(0, -1).reduce((at, key) => at[key] as Record<string, unknown>, copy)
          holder[keys.at(-1) as string] = wrong
          const before = structuredClone(copy)
          const checked = checkPart(copy)
          expect(copy).toEqual(before)
          expect(checked.ok ? [] : checked.problems.map((problem) => problem.path)).toContain(path)
        },
      ),
      { numRuns: 300 },
    )
  })

  it('leaves out null where a field may be left out, and refuses it elsewhere', () => {
    const [part] = shelf
    const { inStock, leadDays, ...bare } = structuredClone(part) as unknown as Record<string, unknown>
    expect([inStock, leadDays]).not.toContain(null)
    expect(checkPart({ ...bare, inStock: null, leadDays: null })).toEqual({ ok: true, value: bare })
    expect(checkPart({ ...bare, price: null })).toMatchObject({ ok: false, problems: [{ path: 'price' }] })
  })

  it('refuses an unknown field by name', () => {
    const [part] = shelf
    const checked = checkPart({ ...structuredClone(part), color: 'red' })
    expect(checked).toMatchObject({ ok: false, problems: [{ code: 'field-unknown', path: 'color', sentence: 'Unknown field "color".' }] })
  })
})

describe('unchecked data', () => {
  it('has limits of depth, keys, items and values', () => {
    const deep = (levels: number) => Array.from({ length: levels }).reduce<unknown>((inner) => ({ inner }), 1)
    const keys = Object.fromEntries(Array.from({ length: BOUNDS.keys + 1 }, (_, i) => [`k${i}`, 0]))
    expect(plainProblems(deep(BOUNDS.depth))).toEqual([])
    expect(plainProblems(deep(BOUNDS.depth + 2))[0]?.code).toBe('too-deep')
    expect(plainProblems(Array(BOUNDS.items + 1).fill(0))[0]?.code).toBe('too-many')
    expect(plainProblems(keys)[0]?.code).toBe('too-many')
    expect(plainProblems([1, 2, 3], { ...BOUNDS, values: 3 })[0]?.code).toBe('too-many-values')
  })

  it('with a name that every object inherits is refused at its path', () => {
    for (const name of ['constructor', 'toString', '__proto__', 'hasOwnProperty']) {
      const value: unknown = JSON.parse(`{"spec": {"${name}": 1}}`)
      expect([name, plainProblems(value).map(({ path }) => path)]).toEqual([name, [`spec.${name}`]])
    }
  })
})
