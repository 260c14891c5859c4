import { quantity } from '@plucky/contract'
import { boltGradeById, type Geometries } from '@plucky/core'
import { box, half, upperHalf, disc, type Drawing, type DrawnPath } from './drawing.js'

const mm = (metres: number) => metres * 1000
const inch = (metres: number) => quantity(metres, 'in')

/** So that a bolt is seen as large as what it holds. */
const LARGE = 4

/** Half of a bolt along its axis, four times as large, with its thread. */
export function drawBolts(bolts: Geometries['bolts']): Drawing {
  const [radius, head, length] = [mm(bolts.diameterM) / 2, mm(bolts.headHeightM), mm(bolts.lengthM)].map((each) => LARGE * each) as [
    number,
    number,
    number,
  ]
  const pitch = LARGE * mm(bolts.pitchM)
  const threads = Math.floor((length * 0.7) / pitch)
  const crests = Array.from({ length: threads }, (_, i) => `M${head + length - i * pitch},${radius}l${-pitch / 2},${-0.54 * pitch}`)
  return {
    width: head + length,
    height: radius * 1.8,
    paths: [
      { d: box(0, 0, head, radius * 1.8), ink: 'steel' },
      { d: box(head, 0, length, radius), ink: 'steel' },
      ...crests.map((d): DrawnPath => ({ d, ink: 'thread' })),
    ],
    dimensions: [
      { name: 'size', text: `${bolts.pieces} × ${inch(bolts.diameterM)}, ${quantity(bolts.pitchM, 'mm pitch')}` },
      { name: 'grade', text: boltGradeById(bolts.gradeId)?.name ?? bolts.gradeId },
      { name: 'length', text: `${inch(bolts.lengthM)} under head, head ${inch(bolts.headHeightM)} high` },
      { name: 'torque', text: `torque ${quantity(bolts.tighteningTorqueNm, 'lb-ft')}, nut factor ${bolts.nutFactor}` },
    ],
    places: {},
  }
}

/** Half of the plate seen from behind, and its edge beside it. */
export function drawMotorPlate({ thicknessM, padSpacerM = thicknessM }: Geometries['motor-plate']): Drawing {
  const radius = 210
  const cx = radius + 40
  return {
    width: cx + radius,
    height: radius,
    paths: [
      { d: box(0, 0, mm(thicknessM), radius), ink: 'steel' },
      { d: half(cx, radius), ink: 'steel' },
      { d: half(cx, radius * 0.82), ink: 'void' },
      ...upperHalf(8, cx, radius * 0.91).map((p): DrawnPath => ({ d: disc(p.x, p.y, 6), ink: 'void' })),
    ],
    dimensions: [
      { name: 'thickness', text: `${inch(thicknessM)} between block and case` },
      { name: 'spacers', text: padSpacerM > 0 ? `${inch(padSpacerM)} pad spacers` : 'no pad spacers' },
    ],
    places: {},
  }
}

/** Half of a pilot along its axis. */
export function drawPilot(pilot: Geometries['pilot']): Drawing {
  const [radius, extension] = [mm(pilot.diameterM) / 2, mm(pilot.extensionM)]
  const own = 24
  const front = Math.max(0, extension)
  return {
    width: front + own,
    height: radius + 4,
    paths: [
      { d: box(0, 0, front + own, radius), ink: 'steel' },
      { d: box(front, 0, own, radius * (pilot.form === 'sleeve' ? 0.8 : 0.6)), ink: pilot.form === 'sleeve' ? 'hatch' : 'void' },
    ],
    dimensions: [
      { name: 'diameter', text: `⌀ ${quantity(pilot.diameterM, 'in', 4)}` },
      {
        name: 'longer',
        text:
          extension === 0
            ? 'same length as stock pilot'
            : `${inch(Math.abs(pilot.extensionM))} ${extension > 0 ? 'longer' : 'shorter'} than stock pilot`,
      },
      { name: 'form', text: pilot.form === 'sleeve' ? 'sleeve over any pilot' : 'replaces standard pilot' },
    ],
    places: {},
  }
}
