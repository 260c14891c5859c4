import {
  BriefDto,
  checkJobShape,
  checkShape,
  differences,
  fieldsOf,
  GEOMETRY_DTOS,
  HouseRulesDto,
  JobContentDto,
  KitDto,
  leavesOf,
  leafWords,
  OperationDto,
  PartDto,
  UnitDto,
  type Dto,
  type Field,
  type JobContent,
} from '@plucky/contract'
import { isShape, toSi, valueAt, type PartKind } from '@plucky/core'
import fc from 'fast-check'
import { demoShop } from './index.js'

const { units, shelf, operations, kits, jobs } = demoShop()
const ROOTS: readonly Dto[] = [
  BriefDto,
  HouseRulesDto,
  JobContentDto,
  KitDto,
  OperationDto,
  PartDto,
  UnitDto,
  ...Object.values(GEOMETRY_DTOS),
]

/** Every class that can be reached from the roots. */
const reached = new Set<Dto>()
const reach = (dto: Dto): void => {
  if (reached.has(dto)) return
  reached.add(dto)
  for (const { holds } of fieldsOf(dto))
    if (holds.type === 'shapes') reach(holds.dto())
    else if (holds.type === 'shape') reach(holds.dto({ kind: 'shaft' }))
}
ROOTS.forEach(reach)

const set = (item: object, path: string, value: unknown): object => {
  const copy = structuredClone(item) as Record<string, unknown>
  const keys = path.split('.')
  const last = keys.pop() as string
  const holder = keys.reduce((at, key) => at[key] as Record<string, unknown>, copy)
  holder[last] = value
  return copy
}

describe('fields', () => {
  it.each([...reached].map((dto) => [dto.name, dto] as const))(
    '%s: each has a name of its own, and words for nothing but its choices',
    (_name, dto) => {
      const fields = fieldsOf(dto)
      expect(fields.length).toBeGreaterThan(0)
      for (const { label, holds } of fields) {
        expect(label).toMatch(/^[A-Z]/)
        if (holds.type === 'choice') expect(holds.choices).toEqual(expect.arrayContaining(Object.keys(holds.words)))
      }
      const [names, keys] = [fields.map((f) => f.label), fields.map((f) => f.key)]
      expect(new Set(keys).size).toBe(keys.length)
      expect(new Set(names).size).toBe(names.length)
    },
  )

  const oneOf = Object.fromEntries(shelf.map((part) => [part.kind, part]))
  const figures = Object.values(oneOf).flatMap((part) =>
    leavesOf(part.geometry, GEOMETRY_DTOS[part.kind]).flatMap(({ path, field }) =>
      field.holds.type === 'figure' ? [[part.kind, path, field] as const] : [],
    ),
  )
  it.each(figures)('of a %s, %s: both ends of its range are accepted, values outside are refused by name', (kind, path, field: Field) => {
    if (field.holds.type !== 'figure') throw new Error('no figure')
    const { from, to, unit, above, whole, label } = field.holds.span
    const si = (value: number) => (unit ? toSi(value, unit) : value)
    const problem = (value: number) => {
      const checked = checkShape<object>(GEOMETRY_DTOS[kind as PartKind], set(oneOf[kind]?.geometry as object, path, value))
      return checked.ok ? undefined : checked.problems.find((p) => p.path === path)
    }
    const step = whole ? 1 : Math.max(1e-3, (to - from) * 1e-3)
    expect([problem(si(to)), problem(si(above ? from + step : from))]).toEqual([undefined, undefined])
    for (const beyond of [to + step, from - step]) expect(problem(si(beyond))?.sentence).toContain(label)
    if (above) expect(problem(si(from))?.sentence).toContain('above')
    if (whole) expect(problem(from + 0.5)?.sentence).toContain('whole')
  })
})

describe('leaves', () => {
  const items: readonly (readonly [string, object, Dto])[] = [
    ...shelf.map((part) => [part.id, part, PartDto] as const),
    ...operations.map((operation) => [operation.id, operation, OperationDto] as const),
    ...kits.map((kit) => [kit.id, kit, KitDto] as const),
    ...units.map((unit) => [unit.id, unit, UnitDto] as const),
    ...jobs.map((job) => [job.name, job, JobContentDto] as const),
  ]
  /** Values that hold no fields of their own; a list of words is one, an empty list none. */
  const countOf = (value: unknown): number => {
    if (typeof value !== 'object' || value === null) return 1
    const inner = Object.values(value)
    if (Array.isArray(value) && inner.every((each) => typeof each !== 'object')) return Math.min(1, inner.length)
    return inner.reduce<number>((sum, each) => sum + countOf(each), 0)
  }
  it.each(items)('%s: every value is found at its path, none twice, none left out', (_id, item, dto) => {
    const leaves = leavesOf(item, dto)
    for (const { path, value, field } of leaves) {
      expect(path.split('.').reduce<unknown>((at, key) => (at as Record<string, unknown>)[key], item)).toBe(value)
      expect(leafWords(field, value)).not.toMatch(/undefined|NaN|\[object/)
    }
    expect(new Set(leaves.map((leaf) => leaf.path)).size).toBe(leaves.length)
    expect(leaves.reduce((sum, leaf) => sum + countOf(leaf.value), 0)).toBe(countOf(item))
  })
  it('differ one way as they differ the other', () => {
    const [a, b] = jobs as [JobContent, JobContent]
    const [there, back] = [
      differences(a.rules, { ...b.rules, lockupFactor: 2 }, HouseRulesDto),
      differences({ ...b.rules, lockupFactor: 2 }, a.rules, HouseRulesDto),
    ]
    expect(there).toEqual(back.map(({ was, is, ...same }) => ({ ...same, was: is, is: was })))
    expect(there).toHaveLength(1)
    const welded = shelf.find((part) => part.id === 'input-welded') as object
    const without = { ...(welded as { geometry: object }), geometry: { ...(welded as { geometry: object }).geometry, welds: undefined } }
    expect(differences(welded, without, PartDto).map(({ is }) => is)).toEqual(['—', '—', '—', '—'])
  })
})

describe('a job whose equal fields are not checked again', () => {
  const value = fc.oneof(
    fc.constant(undefined),
    fc.constant(null),
    fc.constant(''),
    fc.constant(-1),
    fc.constant('x'),
    fc.constant({}),
    fc.constant([]),
  )
  /** Path of every value in a job, and of an unknown field beside each. */
  const pathsIn = (at: unknown, path = ''): string[] =>
    isShape(at)
      ? [`${path}unheardOf`, ...Object.entries(at).flatMap(([key, inner]) => [`${path}${key}`, ...pathsIn(inner, `${path}${key}.`)])]
      : []
  const paths = [...new Set(['wishes', 'spec.pressure.knobs', ...jobs.flatMap((job) => pathsIn(job))])].filter(
    (path) => !path.includes('readings.'),
  )
  const changes = fc.array(fc.tuple(fc.constantFrom(...paths), value), { maxLength: 3 })

  it('is accepted or refused with the same problems as when all is checked', () =>
    fc.assert(
      fc.property(fc.constantFrom(...jobs), fc.constantFrom(...jobs), changes, (job, known, made) => {
        const changed = made.reduce<object>(
          (at, [path, to]) => (isShape(valueAt(at, parentOf(path))) ? set(at, path, to) : at),
          structuredClone(job),
        )
        const whole = checkJobShape(changed)
        expect(checkJobShape(changed, undefined, known)).toStrictEqual(whole)
        const shaped = checkJobShape(job)
        expect(checkJobShape(changed, undefined, shaped.ok ? shaped.value : undefined)).toStrictEqual(whole)
      }),
      { numRuns: 150 },
    ))
})

const parentOf = (path: string) => path.split('.').slice(0, -1).join('.')
