import { DEFAULT_RULES, placeKey, stationLimits, type Part, type Unit } from '@plucky/core'
import { demoShop } from '@plucky/demo'
import { differing } from '../parts/differing.js'
import { drawPart } from '../parts/registry.js'

const { units, shelf } = demoShop()
const unit = units[0] as Unit
const parts = shelf.map((part) => [part.id, part] as const)

describe('drawings', () => {
  it.each(parts)('%s lies above the centreline, within its own width, with every limit placed', (_id, part) => {
    const own = units.find(({ id }) => part.unitIds.includes(id)) as Unit
    const drawing = drawPart(part, own)
    const station = own.stations.find(({ id, kind }) => kind === part.kind && part.stationIds.includes(id)) as Unit['stations'][number]
    const places = stationLimits(own, station, part, { engineKind: 'petrol', rules: DEFAULT_RULES }).limits.map(({ place }) =>
      placeKey(place),
    )
    expect(places.filter((place) => !drawing.places[place])).toEqual([])
    for (const { d } of drawing.paths) {
      expect(d).not.toMatch(/NaN|undefined|Infinity/)
      for (const [, x, y] of d.matchAll(/M(-?[\d.]+),(-?[\d.]+)/g)) {
        expect(Number(x)).toBeGreaterThanOrEqual(-5)
        expect(Number(x)).toBeLessThanOrEqual(drawing.width + 0.01)
        expect(Number(y)).toBeGreaterThanOrEqual(-0.01)
        expect(Number(y)).toBeLessThanOrEqual(drawing.height + 0.01)
      }
      // half circles must bulge upward: counter-clockwise from left to right in a drawing whose y points up
      for (const [, sweep] of d.matchAll(/A[\d.]+,[\d.]+ 0 0 (\d)/g)) expect(sweep).toBe('0')
    }
    expect(drawing.dimensions.length).toBeGreaterThan(0)
  })

  it('shows dimensions only where two parts differ', () => {
    const [a, b] = ['plate-stock', 'plate-stamped'].map((id) => drawPart(shelf.find((p) => p.id === id) as Part, unit))
    if (!a || !b) throw new Error('plates missing')
    expect(differing(a, a)).toEqual([])
    expect(differing(a, b).map((d) => d.name)).toContain('thickness')
    expect(differing(a, undefined)).toEqual(a.dimensions)
  })
})
