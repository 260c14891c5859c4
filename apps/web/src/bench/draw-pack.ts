import { quantity } from '@plucky/contract'
import { annulusArea, fromSi, type PackGeometry } from '@plucky/core'
import { box, fillet, type Drawing, type DrawnPath } from './drawing.js'

const mm = (metres: number) => metres * 1000
const PISTON = 9
const WALL = 5

/** Half-section of a pack in its drum: piston at the left, then steels and lined plates in turn, then the backing plate. */
export function drawPack(pack: PackGeometry): Drawing {
  const [inner, outer] = [mm(pack.liningInnerRadiusM), mm(pack.liningOuterRadiusM)]
  const top = Math.max(outer, ...pack.chambers.map((c) => mm(c.outerRadiusM))) + 5
  const paths: DrawnPath[] = []
  pack.chambers.forEach((chamber) =>
    paths.push({
      d: box(WALL + 3, mm(chamber.innerRadiusM), PISTON, mm(chamber.outerRadiusM) - mm(chamber.innerRadiusM)),
      ink: 'oil',
    }),
  )
  let x = WALL + 3 + PISTON + 4
  const plate = (width: number, from: number, to: number, ink: DrawnPath['ink']) => {
    paths.push({ d: box(x, from, width, to - from), ink })
    x += width + 0.35
  }
  const [steel, lined] = [mm(pack.steelThicknessM), mm(pack.platesThicknessM)]
  for (let i = 0; i < pack.linedPlates; i++) {
    plate(steel, inner - 1, outer + 2.5, 'hatch')
    plate(lined, inner - 3.5, outer, 'lining')
  }
  plate(steel * 1.8, inner - 1, outer + 2.5, 'hatch')
  const width = x + 8
  const welds = pack.welds ?? []
  const shell: DrawnPath = {
    d: `M0,${Math.min(inner, mm(pack.chambers[0]?.innerRadiusM ?? pack.liningInnerRadiusM)) - 10}H${WALL}V${top}H${width}V${top + WALL}H0Z`,
    ink: 'steel',
  }
  const least = Math.min(...pack.chambers.map((c) => c.innerRadiusM))
  const most = Math.max(...pack.chambers.map((c) => c.outerRadiusM))
  const area = pack.chambers.reduce((sum, c) => sum + annulusArea(c.innerRadiusM, c.outerRadiusM), 0)
  return {
    width,
    height: top + WALL,
    paths: [shell, ...paths, ...welds.map((w): DrawnPath => ({ d: fillet(WALL, mm(w.radiusM), Math.min(3, mm(w.legM))), ink: 'lining' }))],
    dimensions: [
      {
        name: 'plates',
        text: `${pack.linedPlates} plates of ${quantity(pack.platesThicknessM, 'mm')}`,
      },
      { name: 'steels', text: `steels ${quantity(pack.steelThicknessM, 'mm')}` },
      {
        name: 'lining',
        text: `lining ${mm(pack.liningInnerRadiusM).toFixed(0)}–${quantity(pack.liningOuterRadiusM, 'mm', 0)}`,
      },
      { name: 'friction', text: `hot friction ${pack.hotStaticFriction}` },
      {
        name: 'piston',
        text: `piston ${mm(least).toFixed(0)}–${quantity(most, 'mm', 0)}, ${fromSi(fromSi(area, 'in'), 'in').toFixed(1)} in²`,
      },
      { name: 'springs', text: `springs ${quantity(pack.returnSpringN, 'N')}` },
      { name: 'rings', text: `rings lose ${quantity(pack.ringLossPa, 'psi', 1)}` },
      ...welds.map((w) => ({ name: w.name, text: `${w.name} leg ${quantity(w.legM, 'in')}` })),
    ],
    places: {
      slip: { x: width * 0.62, y: inner },
      whole: { x: width * 0.62, y: inner },
      ...Object.fromEntries(welds.map((w) => [`${w.name}|weld`, { x: WALL, y: mm(w.radiusM) }])),
    },
  }
}
