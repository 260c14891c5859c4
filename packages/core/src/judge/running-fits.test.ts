import fc from 'fast-check'
import { toSi } from '../quantity/units.js'
import type { ShaftGeometry } from '../parts/shaft/shaft.js'
import { shaftIssues } from '../parts/shaft/shaft.js'
import type { Part } from '../model/part.js'
import { outerRadius } from '../parts/registry.js'
import { caseMisfitsAt, diameterMisfitsAt, supportJournals } from './running-fits.js'
import { stopsOf } from './stops.js'
import type { Station, Unit } from '../model/unit.js'

const inch = (v: number) => toSi(v, 'in')
const section = (name: string, outer: number, bore: number, length: number, spline?: object) => ({
  name,
  outerDiameterM: inch(outer),
  boreDiameterM: inch(bore),
  lengthM: inch(length),
  ...(spline ? { spline } : {}),
})
const teeth = (n: number, mate: string) => ({ teeth: n, moduleM: inch(1 / 32), root: 'fillet', mate })
const part = (kind: string, id: string, geometry: object) =>
  ({
    id,
    name: id,
    kind,
    maker: 'm',
    unitIds: ['u'],
    stationIds: [id],
    price: 0,
    hours: 0,
    stock: false,
    stated: [],
    geometry,
  }) as unknown as Part

/** Input shaft whose support begins 1.6 in behind its front face. */
const input = (journal: number, { spline = 1, tail = 0.9 } = {}): ShaftGeometry =>
  ({
    steelId: '4340-200',
    caseDepthM: 0,
    sections: [
      section('nose', 0.7, 0.3, 0.3),
      section('turbine spline', spline, 0.3, 1.3, teeth(Math.round(spline * 32), 'hub')),
      section('journal', journal, 0.3, 2),
      section('rear journal', 1.4, 0.3, 1),
      section('drum spline', 1.3, 0.3, 1.4, teeth(41, 'drum')),
      section('tail', tail, 0.3, 0.3),
    ],
    grooves: [
      { name: 'ring groove', fromFrontM: inch(2), widthM: inch(0.08), bottomDiameterM: inch(journal - 0.05), radiusM: 0.0002, ring: true },
    ],
  }) as ShaftGeometry
const support = (bore: number, bushing?: number): ShaftGeometry => ({
  steelId: '4340-200',
  caseDepthM: 0,
  sections: [
    section('tube', 1.5, bore, 1.8) as ShaftGeometry['sections'][number],
    section('flange', 2.6, 1.6, 0.5) as ShaftGeometry['sections'][number],
  ],
  ...(bushing ? { bushings: [{ name: 'bushing', fromFrontM: 0, lengthM: inch(1), boreDiameterM: inch(bushing) }] } : {}),
})
const stations = [
  { id: 'support', name: 'stator support', kind: 'shaft', load: { at: 'stator' } },
  { id: 'hub', name: 'turbine hub', kind: 'hub', load: { at: 'turbine' } },
  { id: 'input', name: 'input shaft', kind: 'shaft', load: { at: 'turbine' } },
  { id: 'drum', name: 'drum joint', kind: 'hub', load: { at: 'turbine' } },
  { id: 'shell', name: 'sun shell', kind: 'shell', load: { at: 'none' } },
] as unknown as readonly Station[]
const unit = { id: 'u', name: 'u', stations, caseBores: [{ stationId: 'shell', radiusM: 0.09 }] } as unknown as Unit
const station = (id: string) => stations.find((s) => s.id === id) as Station
const found = (shaft: ShaftGeometry, round: ShaftGeometry) =>
  diameterMisfitsAt(
    {
      unit,
      fitted: new Map([
        ['input', part('shaft', 'input', shaft)],
        ['support', part('shaft', 'support', round)],
      ]),
    },
    station('input'),
  )

describe('an input shaft in its support', () => {
  it('stops where anything that the support slides over is wider than the bore there, and only there', () => {
    const sizes = fc.double({ min: 0.8, max: 1.45, noNaN: true })
    fc.assert(
      fc.property(sizes, sizes, sizes, (journal, spline, bore) => {
        const most = Math.max(journal, Math.round(spline * 32) / 32)
        const shaft = input(journal, { spline: Math.round(spline * 32) / 32 })
        const codes = found(shaft, support(bore)).map(({ code }) => code)
        // The 1.4 in rear journal is under the flange only.
        expect(codes.includes('does-not-pass')).toBe(
          most > bore + 1e-4 ? true : most < bore - 1e-4 ? false : codes.includes('does-not-pass'),
        )
      }),
    )
    expect(found(input(1.3), support(1.18))).toMatchObject([{ code: 'does-not-pass', section: 'journal', place: 'tube bore' }])
  })

  it('names a journal that runs loose in its bushing, and a ring that does not reach', () => {
    expect(found(input(1), support(1.2, 1.003))).toEqual([])
    expect(found(input(1), support(1.2, 1.02))).toMatchObject([{ code: 'runs-loose', place: 'bushing' }])
    expect(found(input(1), support(1.2))).toMatchObject([{ code: 'ring-loose', section: 'ring groove' }])
    // Half of a 0.025 in deep ring may leave its groove, so the bore may be 0.025 in larger than the land.
    expect(found(input(1), support(1.024))).toEqual([])
    expect(found(input(1.01), support(1.2, 1.003))).toMatchObject([{ code: 'does-not-pass', place: 'bushing' }])
  })

  it('names the parts of each running fit', () => {
    const fitted = new Map([
      ['input', part('shaft', 'input', input(1))],
      ['support', part('shaft', 'support', support(1.2, 1.003))],
    ])
    expect(supportJournals({ unit, fitted })).toMatchObject([
      { stationId: 'input', otherId: 'support', section: 'journal', place: 'bushing' },
    ])
  })
})

describe('a hub over its shaft', () => {
  const drum = (n: number) =>
    part('hub', 'drum', {
      steelId: '4130-n',
      outerDiameterM: 0.05,
      lengthM: inch(1.4),
      splines: [{ name: 'bore', mate: 'input', teeth: n, moduleM: inch(1 / 32), lengthM: inch(1.4) }],
    })
  it('slides on from an end that passes between its teeth, or not at all', () => {
    const at = (tail: number) =>
      stopsOf({
        unit,
        fitted: new Map([
          ['input', part('shaft', 'input', input(1, { tail }))],
          ['drum', drum(41)],
        ]),
      })
    expect(at(1.24)).toEqual([])
    // Internal minor diameter: 40 · 1/32 in
    expect(at(1.26)).toMatchObject([
      { code: 'does-not-pass', section: 'tail', place: 'bore', boreM: expect.closeTo(inch(1.25), 9) as number },
    ])
  })
})

describe('a part in the case', () => {
  it('is as wide as its widest place, and stops where the case is narrower', () => {
    const shell = (r: number) =>
      new Map([['shell', part('shell', 'shell', { outerRadiusM: r, neckRadiusM: 0.03, thicknessM: 0.003, lengthM: 0.1 })]])
    expect(caseMisfitsAt({ unit, fitted: shell(0.089) }, station('shell'))).toEqual([])
    expect(stopsOf({ unit, fitted: shell(0.091) })).toMatchObject([{ code: 'case-too-small', outerM: 0.182, boreM: 0.18 }])
    const race = {
      elementKind: 'roller',
      elements: 12,
      elementLengthM: 0.012,
      innerRaceRadiusM: 0.05,
      elementDiameterM: 0.008,
      outerRaceThicknessM: 0.006,
    }
    expect(outerRadius(part('one-way', 'o', race))).toBeCloseTo(0.064, 12)
  })
})

it('a bushing as wide as its bore is refused', () => {
  expect(shaftIssues(support(1.2, 1.2)).map(({ code }) => code)).toEqual(['bushing-above-bore'])
  expect(shaftIssues(support(1.2, 1.1))).toEqual([])
})
