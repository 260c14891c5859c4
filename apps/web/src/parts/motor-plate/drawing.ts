import { quantity } from '@plucky/contract'
import { type Geometries } from '@plucky/core'
import { box, disc, half, upperHalf, type Drawing, type DrawnPath } from '../drawing.js'

const mm = (metres: number) => metres * 1000
const inch = (metres: number) => quantity(metres, 'in')

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
