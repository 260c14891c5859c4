import { quantity } from '@plucky/contract'
import { workingDiameter, type ShaftGeometry } from '@plucky/core'
import { box, type Dimension, type Drawing, type DrawnPath } from './drawing.js'

const mm = (metres: number) => metres * 1000

/** Half-section of a shaft: lands, splines, bore, cross holes and hardened case, section by section. */
export function drawShaft(shaft: ShaftGeometry): Drawing {
  const paths: DrawnPath[] = []
  const dimensions: Dimension[] = []
  const places: Record<string, { x: number; y: number }> = {}
  let x = 0
  shaft.sections.forEach((section, i) => {
    const [outer, bore, length] = [mm(section.outerDiameterM) / 2, mm(section.boreDiameterM) / 2, mm(section.lengthM)]
    const root = mm(workingDiameter(section)) / 2
    paths.push({ d: box(x, bore, length, outer - bore), ink: 'steel' })
    if (shaft.caseDepthM > 0)
      paths.push({
        d: box(x, Math.max(bore, root - mm(shaft.caseDepthM)), length, root - Math.max(bore, root - mm(shaft.caseDepthM))),
        ink: 'hatch',
      })
    if (section.spline) {
      paths.push({ d: splineTicks(x, root, outer, length), ink: 'thread' })
      dimensions.push({
        name: `${i}-spline`,
        text: `${section.spline.teeth} teeth, root ${quantity(2 * root * 1e-3, 'in')}`,
        x: x + length / 2,
        y: outer + 2,
      })
      places[`${section.name}|spline-root`] = { x: x + length / 2, y: outer }
    } else {
      dimensions.push({
        name: `${i}-diameter`,
        text: `⌀ ${quantity(section.outerDiameterM, 'in')}`,
        x: x + length / 2,
        y: outer + 2,
      })
      places[`${section.name}|land`] = { x: x + length / 2, y: outer }
    }
    if (section.crossHoleDiameterM) {
      const hole = mm(section.crossHoleDiameterM)
      paths.push({ d: box(x + length / 2 - hole / 2, bore, hole, outer - bore), ink: 'oil' })
      dimensions.push({
        name: `${i}-hole`,
        text: `hole ${quantity(section.crossHoleDiameterM, 'in')}`,
        x: x + length / 2,
        y: outer * 0.45,
      })
      places[`${section.name}|cross-hole`] = { x: x + length / 2, y: outer }
    }
    x += length
  })
  const bore = shaft.sections[0]?.boreDiameterM ?? 0
  if (bore > 0) dimensions.push({ name: 'bore', text: `bore ${quantity(bore, 'in')}`, x: x * 0.62, y: 0 })
  return { width: x, height: Math.max(...shaft.sections.map((s) => mm(s.outerDiameterM) / 2)), paths, dimensions, places }
}

function splineTicks(x: number, root: number, outer: number, length: number): string {
  const count = Math.max(3, Math.round(length / 3))
  return (
    `M${x},${root}h${length}` + Array.from({ length: count }, (_, k) => `M${x + ((k + 0.5) * length) / count},${root}V${outer}`).join('')
  )
}
