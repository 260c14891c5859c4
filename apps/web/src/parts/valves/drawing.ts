import { quantity, shownFigure } from '@plucky/contract'
import { regulatedPressure, reliefOpening, type Geometries } from '@plucky/core'
import { box, type Drawing, type DrawnPath } from '../drawing.js'

const mm = (metres: number) => metres * 1000

/** Half of the regulator in its bore with spring, boost valve and relief valve, two and a half times as large. */
export function drawValves(valves: Geometries['valves']): Drawing {
  const large = (metres: number) => 2.5 * mm(metres)
  const [land, boost, seat] = [large(valves.landDiameterM), large(valves.boostDiameterM), large(valves.reliefSeatDiameterM)]
  const coil = (x: number, width: number, radius: number, turns: number): DrawnPath => ({
    d: Array.from({ length: turns }, (_, i) => `M${x + (i * width) / turns},0L${x + ((i + 0.5) * width) / turns},${radius}`).join(''),
    ink: 'line',
  })
  return {
    width: 240,
    height: land + 8,
    paths: [
      { d: `M0,${land}H178V${land + 8}H0Z`, ink: 'hatch' },
      { d: box(0, 0, 14, land), ink: 'oil' },
      { d: box(14, 0, 26, land), ink: 'steel' },
      { d: box(40, 0, 22, land * 0.45), ink: 'steel' },
      { d: box(40, land * 0.45, 22, land * 0.55), ink: 'oil' },
      { d: box(62, 0, 22, land), ink: 'steel' },
      coil(84, 44, land * 0.72, 6),
      { d: box(128, 0, 30, boost), ink: 'steel' },
      { d: box(158, 0, 20, boost), ink: 'oil' },
      { d: `M192,${seat}V${land + 8}H186V${seat}Z`, ink: 'hatch' },
      { d: box(186, 0, 6, seat), ink: 'oil' },
      { d: box(192, 0, 10, seat + 3), ink: 'steel' },
      coil(202, 34, seat, 5),
    ],
    dimensions: [
      { name: 'land', text: `regulator ⌀ ${quantity(valves.landDiameterM, 'mm')}` },
      { name: 'boost', text: `boost ⌀ ${quantity(valves.boostDiameterM, 'mm')}` },
      { name: 'spring', text: `spring ${quantity(valves.springRateNPerM, 'N/mm', 1)}` },
      {
        name: 'makes',
        text: `regulates ${shownFigure(regulatedPressure(valves, 'drive', 0), 'psi')} to ${quantity(regulatedPressure(valves, 'drive', 1), 'psi')}`,
      },
      { name: 'relief', text: `relief opens at ${quantity(reliefOpening(valves), 'psi')}` },
    ],
    places: {},
  }
}
