import { quantity } from '@plucky/contract'
import { fromSi, type Geometries } from '@plucky/core'
import { box, disc, half, upperHalf, type Drawing, type DrawnPath } from '../drawing.js'

const mm = (metres: number) => metres * 1000

/** Half of the gears seen along the shaft, as large as their displacement asks for, and the gap beside them many times widened. */
export function drawPump(pump: Geometries['pump']): Drawing {
  const outer = 24 * Math.cbrt(fromSi(pump.displacementM3, 'in³')) + 12
  const gap = mm(pump.sideClearanceM) * GAP_WIDENED
  const cx = 46 + outer
  return {
    width: cx + outer + 6,
    height: outer + 6,
    paths: [
      { d: box(0, 0, 6, outer), ink: 'hatch' },
      { d: box(6, 0, gap, outer), ink: 'oil' },
      { d: box(6 + gap, 0, 18, outer - 4), ink: 'steel' },
      { d: box(24 + gap, 0, 6, outer), ink: 'hatch' },
      { d: half(cx, outer + 6), ink: 'steel' },
      { d: half(cx, outer), ink: 'oil' },
      ...upperHalf(26, cx, outer - 4).map((p): DrawnPath => ({ d: disc(p.x, p.y, 2.6), ink: 'steel' })),
      { d: half(cx, outer - 10), ink: 'steel' },
      { d: half(cx, outer * 0.45), ink: 'void' },
    ],
    dimensions: [
      { name: 'displacement', text: `${quantity(pump.displacementM3, 'in³', 2)}/rev` },
      { name: 'clearance', text: `${quantity(pump.sideClearanceM, 'in', 4)} side clearance` },
    ],
    places: {},
  }
}

/** Magnification of the pump side clearance. */
const GAP_WIDENED = 60
