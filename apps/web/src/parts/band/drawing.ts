import { figure, quantity, shownFigure } from '@plucky/contract'
import { type Geometries } from '@plucky/core'
import { box, half, ring, type Drawing } from '../drawing.js'

const mm = (metres: number) => metres * 1000

/** Lining and strap of a band, drawn as thick as they usually are. */
const LINING_MM = 2
const STRAP_MM = 3

/** Half of the drum seen along the shaft with the band round it, and drum and servo cut through beside it. */
export function drawBand(band: Geometries['band']): Drawing {
  const [drum, width] = [mm(band.drumRadiusM), mm(band.widthM)]
  const outer = drum + LINING_MM + STRAP_MM
  const servo = mm(Math.max(...band.servo.map((face) => face.outerRadiusM)))
  const cx = width + 26 + outer
  const at = cx + outer + 16
  return {
    width: at + 46,
    height: Math.max(outer, servo) + 2,
    paths: [
      { d: box(0, drum - 6, width, 6), ink: 'steel' },
      { d: box(0, drum, width, LINING_MM), ink: 'lining' },
      { d: box(0, drum + LINING_MM, width, STRAP_MM), ink: 'steel' },
      { d: half(cx, outer), ink: 'steel' },
      { d: half(cx, drum + LINING_MM), ink: 'lining' },
      { d: half(cx, drum), ink: 'steel' },
      { d: half(cx, drum - 6), ink: 'void' },
      { d: ring(cx, drum - 14), ink: 'line' },
      { d: box(at, 0, 12, servo), ink: 'steel' },
      { d: box(at + 12, 0, 22, servo), ink: 'oil' },
      { d: box(at - 14, 0, 14, 5), ink: 'steel' },
    ],
    dimensions: [
      { name: 'drum', text: `drum radius ${quantity(band.drumRadiusM, 'mm')}` },
      { name: 'width', text: `${quantity(band.widthM, 'mm')} wide` },
      { name: 'wrap', text: `wrap angle ${shownFigure(band.wrapRad, 'deg')}°` },
      { name: 'servo', text: `servo radius ${quantity(Math.max(...band.servo.map((f) => f.outerRadiusM)), 'mm')}` },
      { name: 'lever', text: `lever ratio ${figure(band.leverRatio, 2)}` },
      { name: 'tightens', text: `self-energizing, drum ${band.tightens}` },
    ],
    places: {
      whole: { x: cx, y: outer },
      'band-slip': { x: width / 2, y: drum + LINING_MM },
      shifting: { x: width / 2, y: drum + LINING_MM },
      anchor: { x: cx - outer, y: 3 },
      strut: { x: at - 7, y: 2.5 },
    },
  }
}
