import { quantity } from '@plucky/contract'
import { type Geometries } from '@plucky/core'
import { type Drawing } from '../drawing.js'

const mm = (metres: number) => metres * 1000
const inch = (metres: number) => quantity(metres, 'in')

export function drawShell(shell: Geometries['shell']): Drawing {
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
