import { quantity } from '@plucky/contract'
import { pitchDiameter, type HubGeometry } from '@plucky/core'
import { box, fillet, type Dimension, type Drawing, type DrawnPath } from '../drawing.js'

const mm = (metres: number) => metres * 1000
const inch = (metres: number) => quantity(metres, 'in')
/** Thickness of what the hub hands its torque on to, mm: the drawing says where it is, not how thick. */
const FLANGE = 6

/** Half-section of a hub: its toothed bore, its wall, and the joint behind it. */
export function drawHub(hub: HubGeometry): Drawing {
  const [outer, length] = [mm(hub.outerDiameterM) / 2, mm(hub.lengthM)]
  const { splines = [], welds = [], presses = [], flange } = hub
  const bores = splines.map((spline) => ({ spline, root: mm(pitchDiameter(spline)) / 2, long: Math.min(length, mm(spline.lengthM)) }))
  const bore = bores[0]?.root ?? outer * 0.6
  const rim = Math.max(outer + 14, ...welds.map((w) => mm(w.radiusM + w.legM) + 8), flange ? mm(flange.circleDiameterM) / 2 + 10 : 0)
  const paths: DrawnPath[] = [
    { d: box(0, bore, length, outer - bore), ink: 'steel' },
    { d: box(length, bore + 2, FLANGE, rim - bore - 2), ink: 'steel' },
    ...bores.map(({ root, long }): DrawnPath => ({ d: teeth(root, mm(hub.splines?.[0]?.moduleM ?? 0.001), long), ink: 'thread' })),
    ...welds.map((w): DrawnPath => ({ d: fillet(length, mm(w.radiusM), Math.min(mm(w.legM), FLANGE + 4)), ink: 'lining' })),
    ...presses.map((p): DrawnPath => ({ d: box(0, mm(p.seatDiameterM) / 2 - 0.4, mm(p.lengthM), 0.8), ink: 'hatch' })),
    ...(flange
      ? [
          {
            d: box(length - 3, mm(flange.circleDiameterM - flange.boltDiameterM) / 2, FLANGE + 6, mm(flange.boltDiameterM)),
            ink: 'void' as const,
          },
        ]
      : []),
  ]
  const dimensions: Dimension[] = [
    { name: 'outside', text: `OD ${inch(hub.outerDiameterM)}` },
    { name: 'length', text: `length ${inch(hub.lengthM)}` },
    ...splines.map((s) => ({ name: `spline-${s.name}`, text: `${s.name}: ${s.teeth} teeth, ${inch(s.lengthM)} long` })),
    ...welds.map((w) => ({ name: `weld-${w.name}`, text: `${w.name}, leg ${inch(w.legM)}` })),
    ...presses.map((p) => ({ name: `press-${p.name}`, text: `${p.name}, ${quantity(p.interferenceM, 'in', 4)} tight` })),
    ...(flange ? [{ name: 'flange', text: `${flange.bolts} bolts of ${inch(flange.boltDiameterM)}` }] : []),
  ]
  const at = (x: number, y: number) => ({ x, y })
  return {
    width: length + FLANGE,
    height: rim,
    paths,
    dimensions,
    places: Object.fromEntries([
      ['whole', at(length / 2, outer)],
      ['flange|flange', at(length, flange ? mm(flange.circleDiameterM) / 2 : outer)],
      ...bores.flatMap(({ spline, root, long }) => [
        [`${spline.name}|spline-teeth`, at(long / 2, root)],
        [`${spline.name}|bursting`, at(long / 2, outer)],
      ]),
      ...welds.map((w) => [`${w.name}|weld`, at(length + 1, mm(w.radiusM))]),
      ...presses.map((p) => [`${p.name}|press`, at(mm(p.lengthM) / 2, mm(p.seatDiameterM) / 2)]),
    ]) as Drawing['places'],
  }
}

/** The teeth of a bore seen from the side: ticks along their length. */
function teeth(root: number, module: number, length: number): string {
  const count = Math.max(3, Math.round(length / 3))
  return Array.from({ length: count }, (_, k) => `M${((k + 0.5) * length) / count},${root - module}v${2 * module}`).join('')
}
