import { quantity } from '@plucky/contract'
import { workingDiameter, type FilletWeld, type ShaftGeometry, type ShaftSection } from '@plucky/core'
import { box, fillet, type Dimension, type Drawing, type DrawnPath } from './drawing.js'

const mm = (metres: number) => metres * 1000
const inch = (metres: number) => quantity(metres, 'in')

/** Half-section of a shaft: lands, splines, bore, cross holes and hardened case, section by section. */
export function drawShaft(shaft: ShaftGeometry): Drawing {
  const starts = shaft.sections.map((_, i) => shaft.sections.slice(0, i).reduce((x, s) => x + mm(s.lengthM), 0))
  const drawn = shaft.sections.map((section, i) => drawSection(section, i, starts[i] as number, mm(shaft.caseDepthM)))
  const width = shaft.sections.reduce((x, s) => x + mm(s.lengthM), 0)
  const bore = shaft.sections[0]?.boreDiameterM ?? 0
  const boreText: Dimension[] = bore > 0 ? [{ name: 'bore', text: `bore ${inch(bore)}`, at: { x: width * 0.7, y: 0 } }] : []
  const welds = (shaft.welds ?? []).map((weld, i) => drawWeld(weld, i, width))
  const hubs = welds.length > 0 ? HUB : 0
  return {
    width: width + hubs,
    height: Math.max(...shaft.sections.map((s) => mm(s.outerDiameterM) / 2), ...(shaft.welds ?? []).map((w) => mm(w.radiusM + w.legM))),
    paths: [...drawn, ...welds].flatMap((d) => d.paths),
    dimensions: [...[...drawn, ...welds].flatMap((d) => d.dimensions), ...boreText],
    places: Object.assign({ whole: middleOf(shaft, width) }, ...[...drawn, ...welds].map((d) => d.places)) as Drawing['places'],
  }
}

/** Where a figure stated of the shaft as a whole is shown: on the outside, half way along. */
function middleOf({ sections }: ShaftGeometry, width: number): { x: number; y: number } {
  let end = 0
  const section = sections.find(({ lengthM }) => (end += mm(lengthM)) >= width / 2)
  return { x: width / 2, y: mm(section?.outerDiameterM ?? 0) / 2 }
}

/** Thickness of the hub that a weld holds, mm; the drawing says where it is, not how thick. */
const HUB = 7

/** The hub at the rear end and the weld that holds it. */
function drawWeld(weld: FilletWeld, i: number, x: number): Pick<Drawing, 'paths' | 'dimensions' | 'places'> {
  const [radius, leg] = [mm(weld.radiusM), mm(weld.legM)]
  const at = { x: x + leg / 2, y: radius + leg / 2 }
  return {
    paths: [
      { d: box(x, 0, HUB, radius), ink: 'steel' },
      { d: fillet(x, radius, Math.min(leg, HUB)), ink: 'lining' },
    ],
    dimensions: [{ name: `weld-${i}`, text: `${weld.name}, leg ${inch(weld.legM)}`, at }],
    places: { [`${weld.name}|weld`]: at },
  }
}

function drawSection(section: ShaftSection, i: number, x: number, caseDepth: number): Pick<Drawing, 'paths' | 'dimensions' | 'places'> {
  const [outer, bore, length] = [mm(section.outerDiameterM) / 2, mm(section.boreDiameterM) / 2, mm(section.lengthM)]
  const root = mm(workingDiameter(section)) / 2
  const core = Math.max(bore, root - caseDepth)
  const { spline, crossHoleDiameterM } = section
  const middle = { x: x + length / 2, y: outer + 2 }
  const paths: DrawnPath[] = [{ d: box(x, bore, length, outer - bore), ink: 'steel' }]
  const dimensions: Dimension[] = []
  if (caseDepth > 0) paths.push({ d: box(x, core, length, root - core), ink: 'hatch' })
  if (spline) {
    paths.push({ d: splineTicks(x, root, outer, length), ink: 'thread' })
    dimensions.push({ name: `${i}-spline`, text: `${spline.teeth} teeth, root ${inch(2e-3 * root)}`, at: middle })
  } else {
    const beside = crossHoleDiameterM ? { ...middle, x: x + length * 0.85 } : middle
    dimensions.push({ name: `${i}-diameter`, text: `⌀ ${inch(section.outerDiameterM)}`, at: beside })
  }
  if (crossHoleDiameterM) {
    const hole = mm(crossHoleDiameterM)
    paths.push({ d: box(middle.x - hole / 2, bore, hole, outer - bore), ink: 'oil' })
    dimensions.push({ name: `${i}-hole`, text: `hole ${inch(crossHoleDiameterM)}`, at: { x: middle.x, y: outer * 0.45 } })
  }
  const place = (feature: string) => [`${section.name}|${feature}`, { x: middle.x, y: outer }]
  return { paths, dimensions, places: Object.fromEntries(['spline-root', 'land', 'cross-hole'].map(place)) as Drawing['places'] }
}

function splineTicks(x: number, root: number, outer: number, length: number): string {
  const count = Math.max(3, Math.round(length / 3))
  const ticks = Array.from({ length: count }, (_, k) => `M${x + ((k + 0.5) * length) / count},${root}V${outer}`)
  return `M${x},${root}h${length}${ticks.join('')}`
}
