import { figure, LOCKUP_LINING_WORDS, quantity, shownFigure } from '@plucky/contract'
import { damperStopTorque, type LockupGeometry, meanRadius } from '@plucky/core'
import { box, type Drawing, type DrawnPath } from '../drawing.js'

const mm = (metres: number) => metres * 1000
/** Room at the left for the pilot's boss. */
const COVER_AT = 9
const PLATE = 2

/** Half-section of a lockup clutch: cover at the left, the linings against it, the piston, and its damper where it has one. */
export function drawLockup(g: LockupGeometry): Drawing {
  const [inner, outer, seal] = [mm(g.liningInnerRadiusM), mm(g.liningOuterRadiusM), mm(g.sealRadiusM)]
  const cover = g.cover ?? { thicknessM: 0.006, pilotRadiusM: 0.02, outerRadiusM: g.liningOuterRadiusM + 0.01 }
  const [thick, held] = [mm(cover.thicknessM), mm(cover.outerRadiusM)]
  const lining = mm(g.liningThicknessM)
  const top = Math.max(outer, mm(g.pistonOuterRadiusM ?? 0)) + 2
  const stack: DrawnPath[] = []
  let x = COVER_AT + thick
  for (let i = 0; i < g.faces; i++) {
    stack.push({ d: box(x, inner, lining, outer - inner), ink: 'lining' })
    x += lining
    if (i < g.faces - 1) {
      stack.push({ d: box(x, inner - 3, PLATE, outer - inner + 3), ink: 'hatch' })
      x += PLATE
    }
  }
  const gap = mm(g.gapM)
  const piston = mm(g.piston.thicknessM)
  const [pistonX, pistonTop] = [x + gap, mm(g.pistonOuterRadiusM ?? g.liningOuterRadiusM)]
  const damper: DrawnPath[] = g.damper ? [{ d: box(pistonX + piston + 3, mm(g.damper.radiusM) - 7, 14, 14), ink: 'thread' }] : []
  const width = pistonX + piston + 24
  return {
    width,
    height: Math.max(top, held),
    paths: [
      { d: box(COVER_AT, mm(cover.pilotRadiusM) * 0.4, thick, held - mm(cover.pilotRadiusM) * 0.4), ink: 'steel' },
      { d: box(COVER_AT, held - 5, width, 5), ink: 'steel' },
      { d: box(COVER_AT - 9, 0, 9, mm(cover.pilotRadiusM) * 0.55), ink: 'steel' },
      { d: box(x, seal, gap, pistonTop - seal), ink: 'oil' },
      { d: box(pistonX, seal, piston, pistonTop - seal), ink: 'steel' },
      { d: box(pistonX - 1, seal - 4, piston + 12, 4), ink: 'steel' },
      ...stack,
      ...(g.piston.notches ?? []).map((n): DrawnPath => ({ d: box(pistonX, mm(n.radiusM) - 2, piston, 4), ink: 'void' })),
      ...damper,
    ],
    dimensions: [
      {
        name: 'faces',
        text: `${g.faces} ${g.faces === 1 ? 'friction surface' : 'friction surfaces'}, ${shownFigure(g.liningInnerRadiusM, 'mm', 0)}–${quantity(g.liningOuterRadiusM, 'mm', 0)}`,
      },
      { name: 'lining', text: `${LOCKUP_LINING_WORDS[g.lining]}, friction coefficient ${figure(g.hotFriction, 2)} hot` },
      { name: 'piston', text: `piston ${quantity(g.piston.thicknessM, 'mm')}, full contact at ${quantity(g.piston.flatAtPa, 'psi')}` },
      {
        name: 'area',
        text: g.pistonOuterRadiusM
          ? `outer piston seal at ${quantity(g.pistonOuterRadiusM, 'mm', 0)}`
          : 'friction material is the outer seal',
      },
      { name: 'cover', text: g.cover ? `cover ${quantity(g.cover.thicknessM, 'mm')}` : 'cover unknown' },
      { name: 'damper', text: g.damper ? `damper coil-binds at ${quantity(damperStopTorque(g.damper), 'lb-ft')}` : 'solid, no damper' },
    ],
    places: {
      'lockup-slip': { x: COVER_AT + thick, y: mm(meanRadius(g)) },
      'lockup-lifted': { x: COVER_AT + thick, y: mm(meanRadius(g)) },
      whole: { x: COVER_AT + thick, y: mm(meanRadius(g)) },
      'damper-stop': { x: pistonX + piston + 10, y: g.damper ? mm(g.damper.radiusM) : seal },
    },
  }
}
