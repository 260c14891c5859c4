import { quantity } from '@plucky/contract'
import { type Geometries } from '@plucky/core'
import { box, disc, half, ring, upperHalf, type Drawing, type DrawnPath } from '../drawing.js'

const mm = (metres: number) => metres * 1000
const inch = (metres: number) => quantity(metres, 'in')

/** Half of the plate seen from the converter, and its edge beside it. */
export function drawFlexPlate(plate: Geometries['flex-plate']): Drawing {
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
