import { relativeSpeed } from '../gearing/motion.js'
import type { RangeSolution } from '../gearing/solve.js'
import { gearSteelById } from '../gearing/tooth-strength.js'
import { toothLife, type MeshLoad } from '../gearing/tooth-life.js'
import { engagementsAt, wedgeStress, type OneWayGeometry } from '../sprag/one-way.js'
import { typicalLife, type LifeLoad } from '../shaft/shaft-life.js'
import type { SpecInput } from './answer.js'
import { askedOf } from './worst-point.js'
import { type DutyCase, type DutyKind } from './duty.js'
import { pinionRadiusOf, setsAt, teethOf } from './limits.js'
import { loadShare, demandIn } from './load.js'
import type { GearSetGeometry, Part } from './part.js'
import { powerHeld, type PowerHeld } from './power-held.js'
import { DEFAULT_RULES, launchesNeeded } from './rules.js'
import type { Station, StationLoad } from './unit.js'

/** A torque of one duty case as a hard part feels it: shock in it, and how often a launch brings it. */
export interface CaseLoad extends LifeLoad {
  readonly caseId: string
  readonly staticNm: number
}

/** How often a launch brings each case (common practice, no source): the range it leaves in is pulled once, reverse is used now and then. */
const PER_LAUNCH: Record<DutyKind, number> = {
  launch: 1,
  'launch-off-boost': 0,
  'full-power': 1,
  shift: 1,
  lockup: 1,
  'locked-shift': 1,
  reverse: 0.2,
}

/** How long each case lasts, for teeth that turn through their mesh (common practice, no source). */
const SECONDS: Record<DutyKind, number> = {
  launch: 1,
  'launch-off-boost': 1,
  'full-power': 4,
  shift: 0.5,
  lockup: 4,
  'locked-shift': 0.5,
  reverse: 2,
}

/** Every torque that a load place sees, case by case. */
export function caseLoads(
  load: StationLoad,
  cases: readonly DutyCase[],
  gearing: ReadonlyMap<string, RangeSolution>,
  scale = 1,
): CaseLoad[] {
  const launched = cases.find(({ kind }) => kind === 'launch')?.rangeId
  const shifted = new Set(cases.flatMap(({ kind, rangeId }) => (kind === 'shift' ? [rangeId] : [])))
  return cases.flatMap((duty): CaseLoad[] => {
    const range = gearing.get(duty.rangeId)
    const at = range && loadShare(load, range)
    if (!at || !(at.share * duty[at.source].torqueNm > 0)) return []
    // The torque of a launch stays on in its range, that of an upshift in the range that it makes: one cycle, at its peak.
    const again = duty.kind === 'full-power' && (duty.rangeId === launched || shifted.has(duty.rangeId))
    const staticNm = at.share * askedOf(duty[at.source], { factor: 1, shock: 'friction' }, scale)
    return [{ caseId: duty.id, staticNm, torqueNm: demandIn(duty, at, 'hard', scale), perLaunch: again ? 0 : PER_LAUNCH[duty.kind] }]
  })
}

/** How many full-power launches a hard part lasts, where it goes, and how many the use needs. */
export interface PartLife {
  readonly launches: number
  readonly place: string
  readonly needed: number
}

interface Scene {
  readonly input: SpecInput
  readonly cases: readonly DutyCase[]
  readonly gearing: ReadonlyMap<string, RangeSolution>
  readonly station: Station
  readonly part: Part
}

/**
 * Life of a shaft, of gear teeth or of a one-way clutch at a multiple of the engine's power, against what the use needs; half of such parts
 * last longer. Undefined for other parts, and for those whose steel or geometry says nothing of it.
 */
export function partLife({ input, cases, gearing, station, part }: Scene, scale = 1): PartLife | undefined {
  const { rules = DEFAULT_RULES, brief, unit } = input
  const found = lifeOf({ input, cases, gearing, station, part }, scale)
  const gears = unit.train.ranges.filter(({ reverse }) => !reverse).length
  return found && { ...found, needed: launchesNeeded(rules, brief.use, gears) }
}

type Found = Omit<PartLife, 'needed'>

function lifeOf(scene: Scene, scale: number): Found | undefined {
  const { cases, gearing, station, part } = scene
  const loads = () => caseLoads(station.load, cases, gearing, scale)
  switch (part.kind) {
    case 'shaft': {
      const life = typicalLife(part.geometry, loads())
      return life && { launches: life.launches, place: `${life.place}|${life.feature}` }
    }
    case 'one-way':
      return oneWayLife(part.geometry, loads())
    case 'gear-set':
      return gearLife(scene, part.geometry, scale)
    default:
      return undefined
  }
}

function oneWayLife(clutch: OneWayGeometry, loads: readonly LifeLoad[]): Found | undefined {
  if (clutch.elementKind === 'ratchet') return undefined
  const damage = loads.reduce((sum, { torqueNm, perLaunch }) => sum + perLaunch / engagementsAt(wedgeStress(clutch, torqueNm)), 0)
  return { launches: 1 / damage, place: 'wedge' }
}

/** Life of the gear set: that of the sun gear with the shortest life. */
function gearLife({ input: { unit }, cases, gearing, station }: Scene, part: GearSetGeometry, scale: number): Found | undefined {
  const steel = gearSteelById(part.steelId ?? '')
  if (!steel) return undefined
  const sets = setsAt(unit, station)
  return sets.reduce<Found | undefined>((least, set) => {
    const teeth = teethOf(unit, sets, set, part)
    // Teeth turn through their mesh as long as a torque stays on, so every case counts.
    const loads = cases.flatMap((duty): MeshLoad[] => {
      const range = gearing.get(duty.rangeId)
      const at = range && loadShare({ at: 'sets', ids: [set.id] }, range)
      if (!at || !(at.share * duty[at.source].torqueNm > 0)) return []
      const turning = Math.abs(relativeSpeed(range, set.sun, set.carrier) ?? 0)
      const turns = (turning * duty.turbine.speedRadPerS * SECONDS[duty.kind]) / (2 * Math.PI)
      return [{ sunNm: demandIn(duty, at, 'hard', scale), cycles: PER_LAUNCH[duty.kind] * Math.max(1, turns * part.pinions) }]
    })
    const { launches, by } = toothLife(teeth, pinionRadiusOf(unit, set, teeth), steel, loads)
    return least && least.launches <= launches ? least : { launches, place: `${set.id}|${by}` }
  }, undefined)
}

/** Share of its life that the use takes, 0 for parts without one. */
export function lifeShare(scene: Scene, scale: number): number {
  const life = partLife(scene, scale)
  return life ? life.needed / life.launches : 0
}

/** Power at which a part lasts just as long as the use needs, the converter re-matched. */
export const lifeHeld = (scene: Scene, peakPowerW: number): PowerHeld => powerHeld((scale) => lifeShare(scene, scale), peakPowerW)
