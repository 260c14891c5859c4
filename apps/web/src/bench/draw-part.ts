import { figure, kFactorFigure, quantity, shownUnit } from '@plucky/contract'
import {
  converterCharacteristic,
  gearSteelById,
  type Geometries,
  type Part,
  type PlanetarySet,
  setsAt,
  steelOf,
  type Unit,
} from '@plucky/core'
import { drawBand } from './draw-band.js'
import { box, disc, half, ring, upperHalf, type Dimension, type Drawing, type DrawnPath } from './drawing.js'
import { drawLockup } from './draw-lockup.js'
import { drawPack } from './draw-pack.js'
import { drawHub } from './draw-hub.js'
import { drawBolts, drawMotorPlate, drawPilot } from './draw-joints.js'
import { drawPump, drawValves } from './draw-oil.js'
import { drawShaft } from './draw-shaft.js'

const mm = (metres: number) => metres * 1000
const inch = (metres: number) => quantity(metres, 'in')

/** Draws a part from its geometry, to scale, in mm. */
export function drawPart(part: Part, unit: Unit): Drawing {
  switch (part.kind) {
    case 'shaft':
      return drawShaft(part.geometry)
    case 'pack':
      return drawPack(part.geometry)
    case 'band':
      return drawBand(part.geometry)
    case 'flex-plate':
      return drawPlate(part.geometry)
    case 'converter':
      return drawConverter(part.geometry)
    case 'lockup':
      return drawLockup(part.geometry)
    case 'one-way':
      return drawOneWay(part.geometry)
    case 'gear-set':
      return drawGearSet(part.geometry, setsOf(part, unit))
    case 'hub':
      return drawHub(part.geometry)
    case 'shell':
      return drawShell(part.geometry)
    case 'pump':
      return drawPump(part.geometry)
    case 'valves':
      return drawValves(part.geometry)
    case 'bolts':
      return drawBolts(part.geometry)
    case 'motor-plate':
      return drawMotorPlate(part.geometry)
    case 'pilot':
      return drawPilot(part.geometry)
  }
}

/** Half of the plate seen from the converter, and its edge beside it. */
function drawPlate(plate: Geometries['flex-plate']): Drawing {
  const radius = mm(plate.diameterM) / 2
  const cx = radius + 34
  const bolts = (joint: typeof plate.crankJoint) =>
    upperHalf(joint.bolts, cx, mm(joint.circleDiameterM) / 2).map((p) => disc(p.x, p.y, mm(joint.boltDiameterM) / 2 + 1.5))
  const crank = mm(plate.crankJoint.circleDiameterM) / 2
  const pads = mm(plate.converterJoint.circleDiameterM) / 2
  const thickness = mm(plate.thicknessM)
  const joint = (j: typeof plate.crankJoint) =>
    `${j.bolts} × ${inch(j.boltDiameterM)}, ${quantity(j.tighteningTorqueNm, 'lb-ft')}${j.second ? `; second pattern ${j.second.bolts}${j.secondUsed ? ', in' : ''}` : ''}`
  return {
    width: cx + radius,
    height: radius,
    paths: [
      { d: box(0, 0, thickness, radius), ink: 'steel' },
      { d: half(cx, radius), ink: 'steel' },
      { d: ring(cx, radius - 6), ink: 'line' },
      { d: ring(cx, crank + 14), ink: 'line' },
      { d: half(cx, 19), ink: 'void' },
      ...[...bolts(plate.crankJoint), ...bolts(plate.converterJoint)].map((d): DrawnPath => ({ d, ink: 'void' })),
      ...secondPattern(plate.converterJoint, cx),
    ],
    dimensions: [
      { name: 'thickness', text: `plate ${inch(plate.thicknessM)}` },
      { name: 'crank', text: `crank ${joint(plate.crankJoint)}` },
      { name: 'pads', text: `pads ${joint(plate.converterJoint)}` },
      { name: 'run-out', text: `pad runout ${inch(plate.padRunOutM)}` },
    ],
    places: {
      sheet: { x: cx + crank * 1.1, y: crank * 0.9 },
      'crank-joint': { x: cx + crank, y: 14 },
      'converter-joint': { x: cx + pads * 0.75, y: pads * 0.66 },
    },
  }
}

/** Holes of a second pattern, between those of the first; hatched while no bolts are in them. */
function secondPattern({ second, secondUsed, boltDiameterM }: Geometries['flex-plate']['converterJoint'], cx: number): DrawnPath[] {
  if (!second) return []
  const radius = mm(second.circleDiameterM) / 2
  const angles = Array.from({ length: second.bolts }, (_, i) => (2 * Math.PI * i) / second.bolts + 0.12).filter((angle) => angle < Math.PI)
  return angles.map((angle) => ({
    d: disc(cx + radius * Math.cos(angle), radius * Math.sin(angle), mm(boltDiameterM) / 2 + 1.5),
    ink: secondUsed ? 'void' : 'hatch',
  }))
}

function drawConverter(converter: Geometries['converter']): Drawing {
  const radius = mm(converter.diameterM) / 2
  const width = radius * 0.95
  const mid = radius * 0.62
  const depth = width * 0.36
  const torus = (side: 1 | -1) =>
    `M${width / 2 + side * 3},${mid * 0.55}V${radius - 9}C${width / 2 + side * depth},${radius - 9} ${width / 2 + side * depth},${mid * 0.55} ${width / 2 + side * 3},${mid * 0.55}Z`
  const { stallCapacity, stallTorqueRatio } = converterCharacteristic(converter)
  const measured = converter.table ? ', measured' : ''
  const lockup: DrawnPath[] = converter.lockup
    ? [
        { d: box(width * 0.06, 22, 5, radius - 34), ink: 'steel' },
        { d: box(width * 0.06 - 4, radius - 36, 4, 22), ink: 'lining' },
      ]
    : []
  return {
    width,
    height: radius,
    paths: [
      {
        d: `M0,0V${radius * 0.8}C0,${radius * 0.97} ${width * 0.1},${radius} ${width * 0.3},${radius}H${width * 0.7}C${width * 0.92},${radius} ${width},${radius * 0.85} ${width},${mid}C${width},${mid * 0.5} ${width * 0.85},26 ${width * 0.8},22V0Z`,
        ink: 'steel',
      },
      { d: torus(-1), ink: 'void' },
      { d: torus(1), ink: 'oil' },
      { d: box(width / 2 - 7, mid * 0.55, 14, mid * 0.28), ink: 'hatch' },
      ...lockup,
    ],
    dimensions: [
      {
        name: 'diameter',
        text: `${quantity(converter.diameterM, 'mm', 0)} diameter${converter.family ? `, ${converter.family}` : ''}${converter.stator ? `, stator ${converter.stator}` : ''}`,
      },
      {
        name: 'stall',
        text: `${quantity(converter.stall.speedRadPerS, 'rpm')} stall behind ${quantity(converter.stall.referenceTorqueNm, 'lb-ft')}`,
      },
      { name: 'k', text: `K ${kFactorFigure(stallCapacity, 1)} ${shownUnit('rpm/√lb-ft')}${measured}` },
      { name: 'str', text: `stall torque ratio ${figure(stallTorqueRatio, 2)}${measured}` },
      { name: 'lockup', text: converter.lockup ? 'lockup' : 'no lockup' },
    ],
    places: {
      'stator-clutch': { x: width / 2, y: mid * 0.6 },
      'lockup-clutch': { x: width * 0.07, y: radius - 26 },
      converter: { x: width * 0.8, y: 12 },
    },
  }
}

function drawOneWay(clutch: Geometries['one-way']): Drawing {
  const inner = mm(clutch.innerRaceRadiusM)
  const element = mm(clutch.elementDiameterM)
  const outer = inner + element + (clutch.outerRaceThicknessM === undefined ? 9 : mm(clutch.outerRaceThicknessM))
  const cx = outer + mm(clutch.elementLengthM) + 26
  const at = upperHalf(clutch.elements, cx, inner + element / 2)
  const sprag = (p: (typeof at)[number]) => {
    const lean = p.angle + 0.5
    const [dx, dy] = [(element / 2) * Math.cos(lean), (element / 2) * Math.sin(lean)]
    return `M${(p.x - dx).toFixed(1)},${(p.y - dy).toFixed(1)}L${(p.x + dx).toFixed(1)},${(p.y + dy).toFixed(1)}`
  }
  const elements = {
    roller: () => at.map((p): DrawnPath => ({ d: disc(p.x, p.y, element / 2), ink: 'hatch' })),
    sprag: () => at.map((p): DrawnPath => ({ d: sprag(p), ink: 'thread' })),
    ratchet: () => at.flatMap((p) => pawl(cx, p.angle, inner, element)),
  }
  return {
    width: cx + outer,
    height: outer,
    paths: [
      { d: box(0, inner - 8, mm(clutch.elementLengthM), outer - inner + 8), ink: 'steel' },
      { d: box(0, inner, mm(clutch.elementLengthM), element), ink: 'void' },
      { d: half(cx, outer), ink: 'steel' },
      { d: half(cx, inner + element), ink: 'void' },
      { d: half(cx, inner), ink: 'steel' },
      { d: half(cx, inner - 10), ink: 'void' },
      ...elements[clutch.elementKind](),
    ],
    dimensions: [
      { name: 'elements', text: `${clutch.elements} ${clutch.elementKind === 'ratchet' ? 'pawls' : `${clutch.elementKind}s`}` },
      { name: 'length', text: `length ${quantity(clutch.elementLengthM, 'mm')}` },
      { name: 'race', text: `race radius ${quantity(clutch.innerRaceRadiusM, 'mm')}` },
      { name: 'element', text: `⌀ ${quantity(clutch.elementDiameterM, 'mm')}` },
    ],
    places: {
      whole: { x: cx, y: inner + element / 2 },
      wedge: { x: cx, y: inner },
      race: { x: cx, y: inner + element },
      'roll-over': { x: cx, y: inner + element / 2 },
    },
  }
}

/** Ratchet drawing: tooth depth in mm, angular extent of pawl and tooth in rad. */
const TOOTH = { depth: 5, back: 0.05, reach: 0.14 } as const

/** One pawl between the races, engaged in a tooth of the inner race. */
function pawl(cx: number, angle: number, inner: number, thickness: number): DrawnPath[] {
  const point = (radius: number, turn: number) =>
    `${(cx + radius * Math.cos(angle + turn)).toFixed(1)},${Math.max(0, radius * Math.sin(angle + turn)).toFixed(1)}`
  const { depth, back, reach } = TOOTH
  return [
    { d: `M${point(inner, -reach)}L${point(inner - depth, -reach)}L${point(inner, back)}Z`, ink: 'void' },
    {
      d: `M${point(inner - depth, -reach)}L${point(inner, -reach)}L${point(inner + thickness, back)}L${point(inner + thickness / 2, reach)}Z`,
      ink: 'hatch',
    },
  ]
}

/** The sets of the station of a unit at which a part belongs. */
function setsOf(part: Part, unit: Unit): readonly PlanetarySet[] {
  const station = unit.stations.find(({ id, kind }) => kind === part.kind && part.stationIds.includes(id))
  return station ? setsAt(unit, station) : []
}

/** Half of the first set of a station seen along the shaft, teeth from the unit, and the face width beside it. */
function drawGearSet(gears: Geometries['gear-set'], sets: readonly PlanetarySet[]): Drawing {
  const [set] = sets
  const [sunTeeth, ringTeeth] = [set?.sunTeeth ?? 30, set?.ringTeeth ?? 60]
  const module = mm(gears.moduleM)
  const [sun, outer] = [(module * sunTeeth) / 2, (module * ringTeeth) / 2]
  const pinion = (outer - sun) / 2
  const face = mm(gears.faceWidthM)
  const cx = outer + 10 + face + 22
  return {
    width: cx + outer + 8,
    height: outer + 8,
    paths: [
      { d: box(0, 12, face, sun - 12), ink: 'steel' },
      { d: box(0, sun, face, 2 * pinion), ink: 'hatch' },
      { d: box(0, outer, face, 7), ink: 'steel' },
      { d: half(cx, outer + 8), ink: 'steel' },
      { d: half(cx, outer), ink: 'void' },
      ...upperHalf(gears.pinions, cx, sun + pinion).map((p): DrawnPath => ({ d: disc(p.x, p.y, pinion), ink: 'hatch' })),
      { d: half(cx, sun), ink: 'steel' },
      { d: half(cx, 12), ink: 'void' },
    ],
    dimensions: [
      { name: 'pinions', text: `${gears.pinions} pinions` },
      { name: 'face', text: `face ${quantity(gears.faceWidthM, 'mm')}` },
      { name: 'teeth', text: `${sunTeeth} / ${ringTeeth} teeth, ${quantity(gears.moduleM, 'mm module')}` },
      { name: 'helix', text: gears.helixRad ? `helix ${quantity(gears.helixRad, 'deg')}` : 'spur teeth' },
      { name: 'steel', text: gearSteelById(gears.steelId ?? '')?.name ?? 'steel unknown' },
    ],
    places: Object.fromEntries(
      ['whole', ...sets.flatMap(({ id }) => [`${id}|teeth`, `${id}|flanks`])].map((place) => [place, { x: cx, y: sun }]),
    ),
  }
}

function drawShell(shell: Geometries['shell']): Drawing {
  const [t, neck, outer, length] = [mm(shell.thicknessM), mm(shell.neckRadiusM), mm(shell.outerRadiusM), mm(shell.lengthM)]
  return {
    width: length + 24,
    height: outer + 4,
    paths: [
      {
        d: `M0,${outer - t}H${length - t}V${neck}H${length + 24}V${neck - t}H${length - 2 * t}V${outer - 2 * t}H0Z`,
        ink: 'steel',
      },
      {
        d: `M${length + 6},${neck - t}v${t}M${length + 11},${neck - t}v${t}M${length + 16},${neck - t}v${t}M${length + 21},${neck - t}v${t}`,
        ink: 'thread',
      },
    ],
    dimensions: [
      { name: 'thickness', text: `wall ${inch(shell.thicknessM)}` },
      { name: 'neck', text: `neck radius ${quantity(shell.neckRadiusM, 'mm')}` },
    ],
    places: Object.fromEntries(
      ['whole', 'neck|neck', ...(shell.splines ?? []).map(({ name }) => `${name}|spline-teeth`)].map((place) => [
        place,
        { x: length, y: neck },
      ]),
    ),
  }
}

/** What a drawing cannot show: who made the part and of what. */
export function partInWords(part: Part): string {
  if (part.kind === 'hub') return steelOf(part.geometry)?.name ?? part.maker
  if (part.kind !== 'shaft') return part.maker
  const casing = part.geometry.caseDepthM > 0 ? `, case ${inch(part.geometry.caseDepthM)}` : ''
  return `${steelOf(part.geometry)?.name ?? part.geometry.steelId}${casing}`
}

/** Dimensions that differ between two drawings; all of them where there is nothing to compare with. */
export function differing(own: Drawing, other: Drawing | undefined): readonly Dimension[] {
  if (!other) return own.dimensions.filter(({ aside }) => !aside)
  const theirs = new Map(other.dimensions.map((d) => [d.name, d.text]))
  return own.dimensions.filter((d) => theirs.get(d.name) !== d.text)
}
