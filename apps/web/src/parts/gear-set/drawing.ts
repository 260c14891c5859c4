import { quantity } from '@plucky/contract'
import { gearSteelById, setsAt, type Geometries, type Part, type PlanetarySet, type Unit } from '@plucky/core'
import { box, disc, half, upperHalf, type Drawing, type DrawnPath } from '../drawing.js'

const mm = (metres: number) => metres * 1000

/** The sets of the station of a unit at which a part belongs. */
export function setsOf(part: Part, unit: Unit): readonly PlanetarySet[] {
  const station = unit.stations.find(({ id, kind }) => kind === part.kind && part.stationIds.includes(id))
  return station ? setsAt(unit, station) : []
}

/** Half of the first set of a station seen along the shaft, teeth from the unit, and the face width beside it. */
export function drawGearSet(gears: Geometries['gear-set'], sets: readonly PlanetarySet[]): Drawing {
  const [set] = sets
  const [sunTeeth, ringTeeth] = [set?.sunTeeth ?? 30, set?.ringTeeth ?? 60]
  const module = mm(gears.moduleM)
  const [sun, outer] = [(module * sunTeeth) / 2, (module * ringTeeth) / 2]
  const pinion = (outer - sun) / 2
  const face = mm(gears.faceWidthM)
  const cx = outer + 10 + face + 22
  return {
    width: cx + outer + 8,
    height: outer + 8,
    paths: [
      { d: box(0, 12, face, sun - 12), ink: 'steel' },
      { d: box(0, sun, face, 2 * pinion), ink: 'hatch' },
      { d: box(0, outer, face, 7), ink: 'steel' },
      { d: half(cx, outer + 8), ink: 'steel' },
      { d: half(cx, outer), ink: 'void' },
      ...upperHalf(gears.pinions, cx, sun + pinion).map((p): DrawnPath => ({ d: disc(p.x, p.y, pinion), ink: 'hatch' })),
      { d: half(cx, sun), ink: 'steel' },
      { d: half(cx, 12), ink: 'void' },
    ],
    dimensions: [
      { name: 'pinions', text: `${gears.pinions} pinions` },
      { name: 'face', text: `face ${quantity(gears.faceWidthM, 'mm')}` },
      { name: 'teeth', text: `${sunTeeth} / ${ringTeeth} teeth, ${quantity(gears.moduleM, 'mm module')}` },
      { name: 'helix', text: gears.helixRad ? `helix ${quantity(gears.helixRad, 'deg')}` : 'spur teeth' },
      { name: 'steel', text: gearSteelById(gears.steelId ?? '')?.name ?? 'steel unknown' },
    ],
    places: Object.fromEntries(
      ['whole', ...sets.flatMap(({ id }) => [`${id}|teeth`, `${id}|flanks`])].map((place) => [place, { x: cx, y: sun }]),
    ),
  }
}
