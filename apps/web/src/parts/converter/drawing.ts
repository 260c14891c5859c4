import { figure, kFactorFigure, quantity, shownUnit } from '@plucky/contract'
import { converterCharacteristic, type Geometries } from '@plucky/core'
import { box, type Drawing, type DrawnPath } from '../drawing.js'

const mm = (metres: number) => metres * 1000

export function drawConverter(converter: Geometries['converter']): Drawing {
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
