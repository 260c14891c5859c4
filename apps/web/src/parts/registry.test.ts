import { quantity } from '@plucky/contract'
import {
  converterCharacteristic,
  fitUp,
  flatPressureLike,
  PART_KINDS,
  specAnswer,
  type Answer,
  type ConverterGeometry,
  type LockupGeometry,
  type Part,
  type PartKind,
  type PartOf,
  type SpecInput,
  type Unit,
} from '@plucky/core'
import { demoShop } from '@plucky/demo'
import { JOB_VIEWS } from '../app/views.js'
import type { DraftItem } from '../shelf/draft-item.js'
import { drawPart, followsEdit, PART_VIEWS, partCaption, ratingNote } from './registry.js'

const { units, shelf, jobs, catalogue, lookup } = demoShop()
const ofKind = <K extends PartKind>(kind: K) => shelf.filter((part): part is Extract<Part, { kind: K }> => part.kind === kind)
const copyOf = (part: Part, geometry: object): DraftItem => ({
  ...(part as object),
  id: 'copy',
  geometry: { ...part.geometry, ...geometry },
})
const specOf = (number: number): SpecInput => {
  const job = jobs[number] as (typeof jobs)[number]
  const fitted = new Map(
    Object.entries(job.spec.fits).flatMap(([id, part]) => {
      const found = part === null ? undefined : catalogue.parts.get(part)
      return found ? [[id, found] as const] : []
    }),
  )
  return { unit: lookup.unit(job.unitId) as Unit, brief: job.brief, fitted, pressure: job.spec.pressure, rules: job.rules }
}

describe('every part kind', () => {
  it.each(PART_KINDS)('%s is drawn, has a symbol, and leads to a page that exists', (kind) => {
    const { Glyph, page } = PART_VIEWS[kind]
    expect(typeof Glyph).toBe('function')
    if (page) expect(JOB_VIEWS.map(({ id }) => id)).toContain(page.to)
    for (const part of shelf.filter((each) => each.kind === kind)) {
      const unit = units.find(({ id }) => part.unitIds.includes(id)) as Unit
      const { paths, dimensions } = drawPart(part, unit)
      expect([part.id, paths.length > 0]).toEqual([part.id, true])
      const names = dimensions.map(({ name }) => name)
      expect(names).toEqual([...new Set(names)])
      expect(partCaption(part).length).toBeGreaterThan(2)
    }
  })

  it('that changes fit-up clearances changes clearances of the fit-up page', () => {
    const shown = new Set(jobs.flatMap((_, i) => fitUp(specOf(i)).entries.flatMap((entry) => (entry.kind === 'closing' ? [entry.id] : []))))
    const named = PART_KINDS.flatMap((kind) => PART_VIEWS[kind].closings ?? [])
    expect(named.length).toBeGreaterThan(5)
    for (const id of named) expect([...shown]).toContain(id)
  })

  it('has steel and case in its caption if a drawing cannot show them, else its manufacturer', () => {
    const hardened = ofKind('shaft').find(({ geometry }) => geometry.caseDepthM > 0) as PartOf<'shaft'>
    expect(partCaption(hardened as Part)).toContain(`, case ${quantity(hardened.geometry.caseDepthM, 'in')}`)
    const [pump] = ofKind('pump')
    expect(pump && partCaption(pump)).toBe(pump?.maker)
  })
})

describe('figures that follow an edit of a copied part', () => {
  const [converter] = ofKind('converter')
  if (!converter) throw new Error('the shelf has no converter')
  const edited = (diameterM: unknown, touched: readonly string[]) =>
    followsEdit(converter as Part, copyOf(converter, { diameterM }), new Set(touched))['geometry'] as ConverterGeometry
  const smaller = 0.8 * converter.geometry.diameterM

  it('rate a converter of another core by K with D^−2.5: 0.8 of the diameter stalls 1.75 times as high in K', () => {
    const k = (geometry: ConverterGeometry) => converterCharacteristic(geometry).stallCapacity ** -0.5
    expect(k(edited(smaller, ['geometry.diameterM'])) / k(converter.geometry)).toBeCloseTo(0.8 ** -2.5, 6)
  })

  it('do not change typed figures, nor those of a core that is not a number yet', () => {
    expect(edited(smaller, ['geometry.diameterM', 'geometry.stall.speedRadPerS']).stall).toEqual(converter.geometry.stall)
    expect(edited(smaller, ['name']).stall).toEqual(converter.geometry.stall)
    for (const wrong of ['', '0.2x', 0, -1, null]) expect(edited(wrong, ['geometry.diameterM']).stall).toEqual(converter.geometry.stall)
  })

  it('keep the machined cone of a lockup piston of another thickness, unless its pressure was typed or the part is impossible', () => {
    const lockup = ofKind('lockup').find(({ geometry }) => geometry.cover) as PartOf<'lockup'>
    const { piston, liningInnerRadiusM } = lockup.geometry
    const thicker = { piston: { ...piston, thicknessM: 1.3 * piston.thicknessM } }
    const flat = (geometry: object, touched: readonly string[]) =>
      (followsEdit(lockup as Part, copyOf(lockup as Part, geometry), new Set(touched))['geometry'] as LockupGeometry).piston.flatAtPa
    const expected = flatPressureLike(lockup.geometry, { ...lockup.geometry, ...thicker })
    expect(expected).toBeGreaterThan(piston.flatAtPa)
    expect(flat(thicker, ['geometry.piston.thicknessM'])).toBe(expected)
    expect(flat(thicker, ['geometry.piston.thicknessM', 'geometry.piston.flatAtPa'])).toBe(piston.flatAtPa)
    expect(flat({ ...thicker, liningOuterRadiusM: 0.5 * liningInnerRadiusM }, ['geometry.piston.thicknessM'])).toBe(piston.flatAtPa)
  })

  it('of other kinds are unchanged', () => {
    const [pump] = ofKind('pump')
    const item = pump && copyOf(pump, {})
    expect(pump && item && followsEdit(pump, item, new Set(['geometry.displacementM3']))).toBe(item)
  })
})

describe('the note on a rating', () => {
  it('of a one-way clutch has its contact stress and that of the as-received clutch', () => {
    const spec = specOf(0)
    const answer = specAnswer(spec) as Answer
    const station = spec.unit.stations.find(({ id, kind }) => kind === 'one-way' && spec.fitted.has(id))?.id ?? ''
    const verdict = answer.stations.find(({ stationId }) => stationId === station) as Answer['stations'][number]
    const installed = spec.fitted.get(station) as PartOf<'one-way'>
    const received = ofKind('one-way').find(
      ({ id, stated }) => id !== installed.id && stated.some(({ torqueNm }) => torqueNm !== undefined),
    )
    expect(ratingNote(installed as Part, undefined, verdict)).toMatch(/^Peak race contact stress [\d,]+ ksi, limit [\d,]+ ksi.*\. $/)
    expect(ratingNote(installed as Part, installed as Part, verdict)).not.toContain('as-received')
    if (received) expect(ratingNote(installed as Part, received, verdict)).toContain('Scaled from the as-received clutch')
    expect(ratingNote(installed as Part, undefined, { ...verdict, worst: null })).toBe('')
  })
})
