import { memberAt } from '@plucky/core'
import { quantity, shownFigure } from '@plucky/contract'
import {
  annulusArea,
  isLined,
  type PackGeometry,
  type PackStack,
  type Plate,
  rubbingFaces,
  stackClearance,
  stackThickness,
  turnsWith,
} from '@plucky/core'
import { box, fillet, type Dimension, type Drawing, type DrawnPath } from '../drawing.js'

const mm = (metres: number) => metres * 1000
const PISTON = 9
const WALL = 5

/** Half-section of a pack in its drum: piston at the left, then its plates, then the backing plate and, where its stack is known, the ring in its groove. */
export function drawPack(pack: PackGeometry): Drawing {
  const top = Math.max(mm(pack.liningOuterRadiusM), ...pack.chambers.map((c) => mm(c.outerRadiusM))) + 5
  const { paths, width } = pack.stack ? stackPaths(pack, pack.stack, top) : usualPaths(pack)
  const inner = mm(pack.liningInnerRadiusM)
  const welds = pack.welds ?? []
  const foot = Math.max(0, Math.min(inner, mm(pack.chambers[0]?.innerRadiusM ?? pack.liningInnerRadiusM)) - 10)
  const shell: DrawnPath = {
    d: `M0,${foot}H${WALL}V${top}H${width}V${top + WALL}H0Z`,
    ink: 'steel',
  }
  const least = Math.min(...pack.chambers.map((c) => c.innerRadiusM))
  const most = Math.max(...pack.chambers.map((c) => c.outerRadiusM))
  const area = pack.chambers.reduce((sum, c) => sum + annulusArea(c.innerRadiusM, c.outerRadiusM), 0)
  return {
    width,
    height: top + WALL,
    floor: Math.max(0, foot - 2),
    paths: [shell, ...paths, ...welds.map((w): DrawnPath => ({ d: fillet(WALL, mm(w.radiusM), Math.min(3, mm(w.legM))), ink: 'lining' }))],
    dimensions: [
      ...stackDimensions(pack),
      {
        name: 'lining',
        text: `friction face radius ${shownFigure(pack.liningInnerRadiusM, 'mm', 0)}–${quantity(pack.liningOuterRadiusM, 'mm', 0)}`,
      },
      { name: 'friction', text: `friction coefficient ${pack.hotStaticFriction} hot` },
      {
        name: 'piston',
        text: `piston radius ${shownFigure(least, 'mm', 0)}–${quantity(most, 'mm', 0)}, ${quantity(area, 'in²', 1)}`,
      },
      { name: 'springs', text: `return springs ${quantity(pack.returnSpringN, 'N')}` },
      { name: 'rings', text: `sealing ring loss ${quantity(pack.ringLossPa, 'psi', 1)}` },
      ...welds.map((w) => ({ name: w.name, text: `${w.name} leg ${quantity(w.legM, 'in')}` })),
    ],
    places: {
      slip: { x: width * 0.62, y: inner },
      shifting: { x: width * 0.62, y: inner },
      whole: { x: width * 0.62, y: inner },
      ...Object.fromEntries(welds.map((w) => [`${w.name}|weld`, { x: WALL, y: mm(w.radiusM) }])),
    },
  }
}

function stackDimensions(pack: PackGeometry): Dimension[] {
  const { stack } = pack
  const plates = { name: 'plates', text: `${pack.linedPlates} plates of ${quantity(pack.platesThicknessM, 'mm')}` }
  if (!stack) return [plates, { name: 'steels', text: `steels ${quantity(pack.steelThicknessM, 'mm')}` }]
  const sizes = (kind: Plate['kind']) =>
    [...new Set(stack.plates.filter((p) => p.kind === kind).map((p) => quantity(p.thicknessM, 'mm')))].join(', ')
  return [
    { name: 'plates', text: `${pack.linedPlates} frictions, ${sizes('lined')}` },
    { name: 'faces', text: `${rubbingFaces(stack)} friction surfaces` },
    { name: 'steels', text: `steels ${sizes('steel') || 'none'}, backing ${sizes('backing') || 'none'}` },
    { name: 'clearance', text: `clearance ${quantity(stackClearance(stack), 'in')}` },
    { name: 'height', text: `piston ${quantity(stack.pistonHeightM, 'mm')} tall, snap ring ${quantity(stack.ringThicknessM, 'mm')}` },
  ]
}

interface Drawn {
  readonly paths: DrawnPath[]
  readonly width: number
}

/** Where every plate of a stack lies, mm from the outside of the drum's floor. */
export function platePlaces(
  pack: PackGeometry,
  stack: PackStack,
): { readonly x: number; readonly width: number; readonly from: number; readonly to: number }[] {
  const [inner, outer] = [mm(pack.liningInnerRadiusM), mm(pack.liningOuterRadiusM)]
  // Pushed against the ring, so that the clearance shows at the piston.
  let x = WALL + mm(stack.drumDepthM - stack.ringThicknessM - stackThickness(stack))
  return stack.plates.map((plate) => {
    const place = {
      x,
      width: mm(plate.thicknessM),
      from: turnsWith(plate) === 'hub' ? inner - 3.5 : inner - 1,
      to: turnsWith(plate) === 'hub' ? outer : outer + 2.5,
    }
    x += place.width
    return place
  })
}

/** Linings are drawn over so much of their plate, each side. */
const LINING_SHARE = 0.27

/** Piston at rest, the clearance, every plate as thick as it is, and the snap ring in its groove. */
function stackPaths(pack: PackGeometry, stack: PackStack, top: number): Drawn {
  const [floor, height] = [WALL, mm(stack.pistonHeightM)]
  const pistons = pack.chambers.flatMap((c): DrawnPath[] => [
    { d: box(floor + 2, mm(c.innerRadiusM), Math.max(1, height - 2), mm(c.outerRadiusM) - mm(c.innerRadiusM)), ink: 'steel' },
    { d: box(floor, mm(c.innerRadiusM), 2, mm(c.outerRadiusM) - mm(c.innerRadiusM)), ink: 'oil' },
  ])
  const plates = platePlaces(pack, stack).flatMap(({ x, width, from, to }, i): DrawnPath[] => {
    const plate = memberAt(stack.plates, i)
    const lining = isLined(plate) ? (plate.lining ?? 'both') : undefined
    const strip = (at: number): DrawnPath => ({
      d: box(
        at,
        Math.max(from, mm(pack.liningInnerRadiusM)),
        width * LINING_SHARE,
        Math.min(to, mm(pack.liningOuterRadiusM)) - Math.max(from, mm(pack.liningInnerRadiusM)),
      ),
      ink: 'lining',
    })
    return [
      { d: box(Math.max(0, x), from, width, to - from), ink: plate.kind === 'cushion' ? 'oil' : plate.kind === 'lined' ? 'void' : 'hatch' },
      ...(lining === 'both' || lining === 'piston' ? [strip(x)] : []),
      ...(lining === 'both' || lining === 'ring' ? [strip(x + width * (1 - LINING_SHARE))] : []),
    ]
  })
  const ringAt = floor + mm(stack.drumDepthM - stack.ringThicknessM)
  const grooveAt = floor + mm(stack.drumDepthM - stack.ringGrooveM)
  const ring: DrawnPath[] = [
    { d: box(grooveAt, top, mm(stack.ringGrooveM), WALL * 0.7), ink: 'void' },
    { d: box(ringAt, top - 6, mm(stack.ringThicknessM), 6 + WALL * 0.6), ink: 'thread' },
  ]
  return { paths: [...pistons, ...plates, ...ring], width: floor + mm(stack.drumDepthM) + 7 }
}

/** A pack of which only numbers and thicknesses are known, drawn as it usually lies. */
function usualPaths(pack: PackGeometry): Drawn {
  const [inner, outer] = [mm(pack.liningInnerRadiusM), mm(pack.liningOuterRadiusM)]
  const pistons = pack.chambers.map((c): DrawnPath => ({
    d: box(WALL + 3, mm(c.innerRadiusM), PISTON, mm(c.outerRadiusM) - mm(c.innerRadiusM)),
    ink: 'oil',
  }))
  const [steel, lined] = [mm(pack.steelThicknessM), mm(pack.platesThicknessM)]
  let x = WALL + 3 + PISTON + 4
  const plate = (width: number, from: number, to: number, ink: DrawnPath['ink']): DrawnPath => {
    const at = x
    x += width + 0.35
    return { d: box(at, from, width, to - from), ink }
  }
  const pair = () => [plate(steel, inner - 1, outer + 2.5, 'hatch'), plate(lined, inner - 3.5, outer, 'lining')]
  const plates = [...Array.from({ length: pack.linedPlates }, pair).flat(), plate(steel * 1.8, inner - 1, outer + 2.5, 'hatch')]
  return { paths: [...pistons, ...plates], width: x + 8 }
}
