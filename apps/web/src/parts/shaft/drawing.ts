import { numberAt } from '@plucky/core'
import { quantity } from '@plucky/contract'
import {
  crossHoles,
  sectionStarts,
  shaftLength,
  workingDiameter,
  type FilletWeld,
  type Groove,
  type PressJoint,
  type ShaftGeometry,
  type ShaftSection,
} from '@plucky/core'
import { box, fillet, type Dimension, type Drawing, type DrawnPath } from '../drawing.js'

const mm = (metres: number) => metres * 1000
const inch = (metres: number) => quantity(metres, 'in')

type Piece = Pick<Drawing, 'paths' | 'dimensions' | 'places'>

/** Half-section of a shaft: lands, splines, bore, holes, grooves, fillets and hardened case, all to scale. */
export function drawShaft(shaft: ShaftGeometry): Drawing {
  const starts = sectionStarts(shaft)
  const width = mm(shaftLength(shaft))
  const pieces = [
    ...shaft.sections.map((section, i) => drawSection(section, mm(numberAt(starts, i)), mm(shaft.caseDepthM))),
    ...shaft.sections.map((section, i) => drawStep(section, shaft.sections[i + 1], mm(numberAt(starts, i + 1)))),
    ...(shaft.grooves ?? []).map((groove) => drawGroove(shaft, groove)),
    drawHoles(shaft),
    ...(shaft.welds ?? []).map((weld, i) => drawWeld(weld, i, width)),
    ...(shaft.presses ?? []).map((press, i) => drawPress(press, i, width)),
  ]
  const bore = Math.max(...shaft.sections.map((s) => s.boreDiameterM))
  const boreText: Dimension[] = bore > 0 ? [{ name: 'bore', text: `bore ${inch(bore)}`, at: { x: width * 0.7, y: 0 } }] : []
  const joined = (shaft.welds ?? []).length + (shaft.presses ?? []).length > 0
  return {
    width: width + (joined ? HUB : 0),
    height: Math.max(
      ...shaft.sections.map((s) => mm(s.outerDiameterM) / 2),
      ...(shaft.welds ?? []).map((w) => mm(w.radiusM + w.legM)),
      ...(shaft.presses ?? []).map((p) => mm(p.hubDiameterM) / 2),
    ),
    paths: layered(pieces.flatMap((d) => d.paths)),
    dimensions: [...pieces.flatMap((d) => d.dimensions), ...boreText],
    // Object.assign and fromEntries lose the key types.
    places: Object.assign({ whole: middleOf(shaft, width) }, ...pieces.map((d) => d.places)) as Drawing['places'],
  }
}

/** One path for each ink, in the order in which they lie on each other, so that a drawing that follows a hand has few of them. */
function layered(paths: readonly DrawnPath[]): DrawnPath[] {
  const inks: readonly DrawnPath['ink'][] = ['steel', 'hatch', 'thread', 'void', 'oil', 'lining']
  return inks.flatMap((ink) => {
    const d = paths.flatMap((path) => (path.ink === ink ? path.d : [])).join('')
    return d ? [{ d, ink }] : []
  })
}

/** Where a figure stated of the shaft as a whole is shown: on the outside, half way along. */
function middleOf(shaft: ShaftGeometry, width: number): { x: number; y: number } {
  return { x: width / 2, y: outerAt(shaft, shaftLength(shaft) / 2) }
}

/** Outside of the shaft at a place of its length, mm of radius. */
function outerAt(shaft: ShaftGeometry, atM: number): number {
  const starts = sectionStarts(shaft)
  const i = starts.findLastIndex((start) => start <= atM)
  return mm(shaft.sections[Math.min(i, shaft.sections.length - 1)]?.outerDiameterM ?? 0) / 2
}

/** Thickness of the hub that a joint holds, mm; the drawing says where it is, not how thick. */
const HUB = 7

/** The hub at the rear end and the weld that holds it. */
function drawWeld(weld: FilletWeld, i: number, x: number): Piece {
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

/** The hub at the rear end that the shaft is pressed into. */
function drawPress(press: PressJoint, i: number, x: number): Piece {
  const [seat, hub] = [mm(press.seatDiameterM) / 2, mm(press.hubDiameterM) / 2]
  const at = { x: x + HUB / 2, y: seat }
  return {
    paths: [{ d: box(x, seat, HUB, hub - seat), ink: 'steel' }],
    dimensions: [{ name: `press-${i}`, text: `${press.name}, ${quantity(press.interferenceM, 'in', 4)} tight`, at }],
    places: { [`${press.name}|press`]: at },
  }
}

function drawSection(section: ShaftSection, x: number, caseDepth: number): Piece {
  const [outer, bore, length] = [mm(section.outerDiameterM) / 2, mm(section.boreDiameterM) / 2, mm(section.lengthM)]
  const root = mm(workingDiameter(section)) / 2
  const core = Math.max(bore, root - caseDepth)
  const { spline, idle } = section
  const middle = { x: x + length / 2, y: outer }
  const paths: DrawnPath[] = [{ d: box(x, bore, length, outer - bore), ink: 'steel' }]
  const dimensions: Dimension[] = []
  if (caseDepth > 0) paths.push({ d: box(x, core, length, root - core), ink: 'hatch' })
  if (spline) {
    paths.push({ d: splineTicks(x, root, outer, length), ink: 'thread' })
    dimensions.push({ name: `${section.name}-spline`, text: `${spline.teeth} teeth, root ${inch(2e-3 * root)}`, at: middle })
  } else
    dimensions.push({
      name: `${section.name}-diameter`,
      text: `⌀ ${inch(section.outerDiameterM)}`,
      at: middle,
      aside: idle === true || length < LEAST_DIMENSIONED,
    })
  dimensions.push({ name: `${section.name}-length`, text: `${inch(section.lengthM)} long`, at: middle, aside: true })
  const features = ['spline-root', 'spline-teeth', 'land']
  return { paths, dimensions, places: Object.fromEntries(features.map((feature) => [`${section.name}|${feature}`, middle])) }
}

/** Lands shorter than this, mm, have no room for a dimension. */
const LEAST_DIMENSIONED = 22

/** The fillet at a step between two sections. */
function drawStep(section: ShaftSection, next: ShaftSection | undefined, x: number): Piece {
  const radius = mm(section.filletRadiusM ?? 0)
  const none = { paths: [], dimensions: [], places: {} }
  if (!next) return none
  const [front, rear] = [mm(section.outerDiameterM) / 2, mm(next.outerDiameterM) / 2]
  const low = Math.min(front, rear)
  const place = { [`${section.name} to ${next.name}|step`]: { x, y: low } }
  const size = Math.min(radius, Math.abs(front - rear))
  if (size <= 0) return { ...none, places: place }
  const away = front < rear ? -size : size
  return { ...none, places: place, paths: [{ d: `M${x + away},${low}Q${x},${low} ${x},${low + size}V${low}Z`, ink: 'steel' }] }
}

function drawGroove(shaft: ShaftGeometry, groove: Groove): Piece {
  const [x, width, bottom] = [mm(groove.fromFrontM), mm(groove.widthM), mm(groove.bottomDiameterM) / 2]
  const outer = outerAt(shaft, groove.fromFrontM)
  const at = { x, y: bottom }
  return {
    paths: outer > bottom ? [{ d: box(x - width / 2, bottom, width, outer - bottom + 0.15), ink: 'void' }] : [],
    dimensions: [
      { name: `groove-${groove.name}`, text: `${groove.name} ⌀ ${inch(groove.bottomDiameterM)}`, at: { x, y: outer }, aside: true },
    ],
    places: { [`${groove.name}|groove`]: at },
  }
}

function drawHoles(shaft: ShaftGeometry): Piece {
  const starts = sectionStarts(shaft)
  const drawn = crossHoles(shaft).map((hole): Piece => {
    const x = mm(hole.fromFrontM)
    const i = starts.findLastIndex((start) => start <= hole.fromFrontM)
    const bore = mm(shaft.sections[i]?.boreDiameterM ?? 0) / 2
    const outer = outerAt(shaft, hole.fromFrontM)
    const size = mm(hole.diameterM)
    return {
      paths: [{ d: box(x - size / 2, bore, size, outer - bore), ink: 'oil' }],
      dimensions: [{ name: `hole-${hole.name}`, text: `${hole.name} ${inch(hole.diameterM)}`, at: { x, y: outer * 0.45 } }],
      places: { [`${hole.name}|cross-hole`]: { x, y: outer } },
    }
  })
  return {
    paths: drawn.flatMap((d) => d.paths),
    dimensions: drawn.flatMap((d) => d.dimensions),
    // Object.assign and fromEntries lose the key types.
    places: Object.assign({}, ...drawn.map((d) => d.places)) as Drawing['places'],
  }
}

function splineTicks(x: number, root: number, outer: number, length: number): string {
  const count = Math.max(3, Math.round(length / 3))
  const ticks = Array.from({ length: count }, (_, k) => `M${x + ((k + 0.5) * length) / count},${root}V${outer}`)
  return `M${x},${root}h${length}${ticks.join('')}`
}
