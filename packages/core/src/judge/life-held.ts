import { relativeSpeed } from '../gearing/motion.js'
import type { Gearing } from '../gearing/solve.js'
import { gearingOf } from '../gearing/solve.js'
import type { MeshLoad } from '../gearing/tooth-life.js'
import type { PlanetarySet } from '../gearing/train.js'
import type { PlaceLife } from '../parts/definition.js'
import { placeLife } from '../parts/registry.js'
import type { LifeLoad } from '../parts/shaft/shaft-life.js'
import type { SpecInput } from '../model/spec-input.js'
import { askedOf } from './worst-point.js'
import { type DutyCase, type DutyKind } from './duty.js'
import { demandIn } from './demand.js'
import { loadShare } from './load.js'
import type { Part } from '../model/part.js'
import { powerHeld, type PowerHeld } from './power-held.js'
import { launchesNeeded } from '../model/rules.js'
import type { Station, StationLoad } from '../model/unit.js'

/** A torque of one duty case as a hard part feels it: shock in it, and how often a launch brings it. */
export interface CaseLoad extends LifeLoad {
  readonly caseId: string
  readonly staticNm: number
}

/** Cycles of each case per launch. Reverse is used one time in five. Source: none (common practice). */
const PER_LAUNCH: Record<DutyKind, number> = {
  launch: 1,
  'launch-off-boost': 0,
  'full-power': 1,
  shift: 1,
  lockup: 1,
  'locked-shift': 1,
  reverse: 0.2,
}

/** Duration of each case, s, for gear teeth. Source: none (common practice). */
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
export function caseLoads(load: StationLoad, cases: readonly DutyCase[], gearing: Gearing, scale = 1): CaseLoad[] {
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

/** Full-power launches that a hard part lasts, the place that fails, and the launches that the use needs. */
export interface PartLife extends PlaceLife {
  readonly needed: number
}

interface Scene {
  readonly input: SpecInput
  readonly cases: readonly DutyCase[]
  readonly station: Station
  readonly part: Part
}

/**
 * Life of a hard part at a multiple of the engine's power, against what the use needs; half of such parts last longer. Undefined for parts
 * without a life, and if the steel or geometry needed for it is not known.
 */
export function partLife({ input, cases, station, part }: Scene, scale = 1): PartLife | undefined {
  const { rules, brief, unit } = input
  const gearing = gearingOf(unit.train)
  const loads = () => caseLoads(station.load, cases, gearing, scale)
  const meshLoads = (set: PlanetarySet, pinions: number) => setLoads(set, pinions, cases, gearing, scale)
  const found = placeLife({ unit, station, loads, meshLoads }, part)
  const gears = unit.train.ranges.filter(({ reverse }) => !reverse).length
  return found && { ...found, needed: launchesNeeded(rules, brief.use, gears) }
}

/** Torques at the sun of a set with the turns of its mesh. Teeth turn through their mesh as long as a torque stays on, so every case counts. */
function setLoads(set: PlanetarySet, pinions: number, cases: readonly DutyCase[], gearing: Gearing, scale: number): MeshLoad[] {
  return cases.flatMap((duty): MeshLoad[] => {
    const range = gearing.get(duty.rangeId)
    const at = range && loadShare({ at: 'sets', ids: [set.id] }, range)
    if (!at || !(at.share * duty[at.source].torqueNm > 0)) return []
    const turning = Math.abs(relativeSpeed(range, set.sun, set.carrier) ?? 0)
    const turns = (turning * duty.turbine.speedRadPerS * SECONDS[duty.kind]) / (2 * Math.PI)
    return [{ sunNm: demandIn(duty, at, 'hard', scale), cycles: PER_LAUNCH[duty.kind] * Math.max(1, turns * pinions) }]
  })
}

/** Share of its life that the use takes, 0 for parts without one. */
export function lifeShare(scene: Scene, scale: number): number {
  const life = partLife(scene, scale)
  return life ? life.needed / life.launches : 0
}

/** Power at which a part lasts just as long as the use needs, the converter re-matched. */
export const lifeHeld = (scene: Scene, peakPowerW: number): PowerHeld => powerHeld((scale) => lifeShare(scene, scale), peakPowerW)
