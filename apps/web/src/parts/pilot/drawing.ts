import { quantity } from '@plucky/contract'
import { type Geometries } from '@plucky/core'
import { box, type Drawing } from '../drawing.js'

const mm = (metres: number) => metres * 1000
const inch = (metres: number) => quantity(metres, 'in')

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
