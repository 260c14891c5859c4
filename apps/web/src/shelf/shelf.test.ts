import { leavesOf, neededFigure, PartDto, shownIn, UNIT_SYSTEMS } from '@plucky/contract'
import { toSi, type Part } from '@plucky/core'
import { demoShop } from '@plucky/demo'
import { withValue } from '../state/with-value.js'
import { readTyped } from '../ui/read-typed.js'
import { uniqueId, problemsOf } from './draft-item.js'
import { listed, unitOf } from './listed.js'

const { shelf, units, catalogue, operations, kits } = demoShop()
const partOf = (id: string) => shelf.find((p) => p.id === id) as Part

describe('a typed item', () => {
  it.each(shelf.map((part) => [part.id, part] as const))('%s: every figure can be put back unchanged', (_id, part) => {
    const changed = leavesOf(part, PartDto).filter(
      ({ path, value }) => JSON.stringify(withValue(part, path, value)) !== JSON.stringify(part),
    )
    expect(changed.map(({ path }) => path)).toEqual([])
  })
  it.each(UNIT_SYSTEMS)('every figure of the shelf is shown so that, typed again with %s units, it is the same to a thousandth', (base) => {
    const rough = shownIn({ units: { base, except: {} } }, () =>
      shelf.flatMap((part) =>
        leavesOf(part, PartDto).flatMap(({ path, field: { holds }, value }) => {
          if (holds.type !== 'figure' || typeof value !== 'number' || value === 0) return []
          const typed = readTyped(neededFigure(value, holds.span.unit), holds.span.unit)
          // A length is shown to a micrometre or a ten-thousandth of an inch; no shop measures finer.
          const near = Math.abs((typed as number) - value) <= Math.max(1e-3 * Math.abs(value), 1.3e-6)
          return near ? [] : [`${part.id} ${path}: ${value} shown as ${neededFigure(value, holds.span.unit)}`]
        }),
      ),
    )
    expect(rough).toEqual([])
  })
  it('has the typed values for the checks, and does not change the item', () => {
    const part = partOf('input-stock')
    const before = structuredClone(part)
    const wide = withValue(part, 'geometry.sections.0.boreDiameterM', toSi(2, 'in'))
    expect(problemsOf('parts', wide)[0]?.path).toBe('geometry.sections.0.boreDiameterM')
    expect(problemsOf('parts', withValue(part, 'price', 'abc'))[0]?.path).toBe('price')
    expect(part).toEqual(before)
  })
  it('has members and fields added, removed, and empty at first', () => {
    const part = partOf('input-welded')
    const names = (item: object) => (item as { geometry: { sections: { name?: string }[] } }).geometry.sections.map((s) => s.name)
    expect(names(withValue(part, 'geometry.sections.1', undefined))).toEqual([names(part)[0], ...names(part).slice(2)])
    expect(names(withValue(part, `geometry.sections.${names(part).length}.name`, 'tail'))).toEqual([...names(part), 'tail'])
    expect(withValue(part, 'needs', undefined)).not.toHaveProperty('needs')
  })
  it('gets a unique id from its name', () => {
    expect(uniqueId('Süß shaft, 35 teeth!', () => false)).toBe('su-shaft-35-teeth')
    expect(uniqueId('Plate', (id) => ['plate', 'plate-2'].includes(id))).toBe('plate-3')
    expect(uniqueId('—', () => false)).toBe('item')
  })
  it.each([...operations, ...kits].map((item) => [item.id, item] as const))('%s is without fault as it stands', (_id, item) =>
    expect(problemsOf('becomes' in item ? 'operations' : 'kits', item)).toEqual([]),
  )
})

describe('the list', () => {
  const ids = (text: string, stationId = '', unitId = '') =>
    listed(catalogue, units, { kind: 'parts', text, unitId, stationId }).map(({ id }) => id)
  it('finds by every word, at a station, front to rear and then by price', () => {
    expect(ids('')).toHaveLength(shelf.length)
    expect(ids('sprag', 'low-one-way', 'alder-3')).toEqual(['owl-sprag', 'owl-sprag-race'])
    expect(ids('sprag', 'low-one-way').length).toBeGreaterThan(4)
    expect(ids('donor used')).toEqual(expect.arrayContaining(['input-donor', 'stator-donor']))
    expect(ids('no such thing at all')).toEqual([])
    const prices = ids('', 'flex-plate', 'alder-3').map((id) => partOf(id).price)
    expect(prices).toEqual([...prices].sort((a, b) => a - b))
  })
  it('shows each item by a transmission that it is for', () => {
    for (const part of shelf) for (const { id } of units) expect(part.unitIds).toContain(unitOf(part, units, id)?.id)
    expect(unitOf(undefined, units, 'rowan-4')?.id).toBe('rowan-4')
  })
})
