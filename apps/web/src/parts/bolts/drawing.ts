import { quantity } from '@plucky/contract'
import { boltGradeById, type Geometries } from '@plucky/core'
import { box, type Drawing, type DrawnPath } from '../drawing.js'

const mm = (metres: number) => metres * 1000
const inch = (metres: number) => quantity(metres, 'in')

/** Drawing scale of a bolt. */
const LARGE = 4

/** Half of a bolt along its axis, four times as large, with its thread. */
export function drawBolts(bolts: Geometries['bolts']): Drawing {
  const large = (metres: number) => LARGE * mm(metres)
  const [radius, head, length] = [large(bolts.diameterM) / 2, large(bolts.headHeightM), large(bolts.lengthM)]
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
