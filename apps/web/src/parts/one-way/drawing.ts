import { quantity } from '@plucky/contract'
import { type Geometries } from '@plucky/core'
import { box, disc, half, upperHalf, type Drawing, type DrawnPath } from '../drawing.js'

const mm = (metres: number) => metres * 1000

export function drawOneWay(clutch: Geometries['one-way']): Drawing {
  const inner = mm(clutch.innerRaceRadiusM)
  const element = mm(clutch.elementDiameterM)
  const outer = inner + element + (clutch.outerRaceThicknessM === undefined ? 9 : mm(clutch.outerRaceThicknessM))
  const cx = outer + mm(clutch.elementLengthM) + 26
  const at = upperHalf(clutch.elements, cx, inner + element / 2)
  const sprag = (p: (typeof at)[number]) => {
    const lean = p.angle + 0.5
    const [dx, dy] = [(element / 2) * Math.cos(lean), (element / 2) * Math.sin(lean)]
    return `M${(p.x - dx).toFixed(1)},${(p.y - dy).toFixed(1)}L${(p.x + dx).toFixed(1)},${(p.y + dy).toFixed(1)}`
  }
  const elements = {
    roller: () => at.map((p): DrawnPath => ({ d: disc(p.x, p.y, element / 2), ink: 'hatch' })),
    sprag: () => at.map((p): DrawnPath => ({ d: sprag(p), ink: 'thread' })),
    ratchet: () => at.flatMap((p) => pawl(cx, p.angle, inner, element)),
  }
  return {
    width: cx + outer,
    height: outer,
    paths: [
      { d: box(0, inner - 8, mm(clutch.elementLengthM), outer - inner + 8), ink: 'steel' },
      { d: box(0, inner, mm(clutch.elementLengthM), element), ink: 'void' },
      { d: half(cx, outer), ink: 'steel' },
      { d: half(cx, inner + element), ink: 'void' },
      { d: half(cx, inner), ink: 'steel' },
      { d: half(cx, inner - 10), ink: 'void' },
      ...elements[clutch.elementKind](),
    ],
    dimensions: [
      { name: 'elements', text: `${clutch.elements} ${clutch.elementKind === 'ratchet' ? 'pawls' : `${clutch.elementKind}s`}` },
      { name: 'length', text: `length ${quantity(clutch.elementLengthM, 'mm')}` },
      { name: 'race', text: `race radius ${quantity(clutch.innerRaceRadiusM, 'mm')}` },
      { name: 'element', text: `⌀ ${quantity(clutch.elementDiameterM, 'mm')}` },
    ],
    places: {
      whole: { x: cx, y: inner + element / 2 },
      wedge: { x: cx, y: inner },
      race: { x: cx, y: inner + element },
      'roll-over': { x: cx, y: inner + element / 2 },
    },
  }
}

/** Ratchet drawing: tooth depth in mm, angular extent of pawl and tooth in rad. */
const TOOTH = { depth: 5, back: 0.05, reach: 0.14 } as const

/** One pawl between the races, engaged in a tooth of the inner race. */
function pawl(cx: number, angle: number, inner: number, thickness: number): DrawnPath[] {
  const point = (radius: number, turn: number) =>
    `${(cx + radius * Math.cos(angle + turn)).toFixed(1)},${Math.max(0, radius * Math.sin(angle + turn)).toFixed(1)}`
  const { depth, back, reach } = TOOTH
  return [
    { d: `M${point(inner, -reach)}L${point(inner - depth, -reach)}L${point(inner, back)}Z`, ink: 'void' },
    {
      d: `M${point(inner - depth, -reach)}L${point(inner, -reach)}L${point(inner + thickness, back)}L${point(inner + thickness / 2, reach)}Z`,
      ink: 'hatch',
    },
  ]
}
