import { packCapacity, type PackOil } from '../clutch/pack.js'
import { slipTorque } from '../flexplate/bolted-joint.js'
import { runOutFactor, unratedPlateTorque } from '../flexplate/plate.js'
import { shaftLimits, weldLimits } from '../shaft/shaft.js'
import type { FilletWeld } from '../shaft/weld.js'
import type { EngineKind } from '../engine/template.js'
import type { Part } from './part.js'
import { DEFAULT_RULES, type HouseRules, type Shock } from './rules.js'
import { SCATTER } from './scatter.js'
import { statedTorque, type LimitPlace, type Origin, type StatedLimit, type TorqueBasis } from './stated.js'
import type { Station, StationLoad } from './unit.js'

/** One thing about a part that can give way: where, under which torque, at what torque, and who says so. */
export interface Limit {
  readonly place: string
  readonly load: StationLoad
  readonly shock: Shock
  readonly origin: Origin
  /** Relative standard deviation of what it holds. */
  readonly scatter: number
  /** Counts in the verdict; the others are shown beside. */
  readonly counts: boolean
  /** A stated figure as it was stated. */
  readonly stated?: StatedLimit
  readonly basis?: TorqueBasis
  /** What it holds where oil has no say in it. */
  readonly fixedNm?: number
  torqueNm(oil: PackOil): number
}

export interface StationLimits {
  readonly limits: readonly Limit[]
  /** Places that carry torque and have neither a model nor a stated figure. */
  readonly missing: readonly string[]
}

/** What the limits of a part depend on beside the part. */
export interface LimitContext {
  readonly engineKind: EngineKind
  readonly rules: HouseRules
}

const PLAIN: LimitContext = { engineKind: 'petrol', rules: DEFAULT_RULES }

/**
 * Everything that can give way at a station with a part fitted. Where a place has both a computed and a stated figure the house rule
 * says which counts: the lower, the computed or the stated one. A limit stated over a life
 * counts in a single event only where the house rule says so.
 */
export function stationLimits(station: Station, part: Part, context: LimitContext = PLAIN): StationLimits {
  const { rules } = context
  const stated = (place: LimitPlace, name: string, shock: Shock, load = station.load, factor = 1): Limit[] =>
    part.stated.filter((s) => s.place === place).flatMap((s) => statedLimit(s, { name, shock, load, factor, context }))
  const computed = (place: string, torqueNm: number, shock: Shock, scatter: number, origin: Origin = 'computed') =>
    fixed({ place, load: station.load, shock, origin, scatter, counts: true }, torqueNm)

  const welds = (own: readonly FilletWeld[] | undefined) =>
    weldLimits(own).map((w) => computed(`${w.place}|${w.feature}`, w.torqueNm, 'hard', SCATTER.strength))

  switch (part.kind) {
    case 'flex-plate': {
      const { geometry } = part
      const rated = stated('station', 'sheet', 'plate', station.load, runOutFactor(geometry))
      const sheet = rated.some((limit) => limit.counts)
        ? rated
        : [...rated, computed('sheet', unratedPlateTorque(geometry), 'plate', SCATTER.thumb, 'thumb')]
      const joints = [
        computed('crank-joint', slipTorque(geometry.crankJoint), 'plate', SCATTER.boltedJoint),
        computed('converter-joint', slipTorque(geometry.converterJoint), 'plate', SCATTER.boltedJoint),
      ]
      return { limits: [...sheet, ...joints], missing: [] }
    }
    case 'converter': {
      const stator = stated('stator-clutch', 'stator-clutch', 'hard')
      const lockup = part.geometry.lockup ? stated('lockup-clutch', 'lockup-clutch', 'friction', { at: 'lockup' }) : []
      const missing = [
        ...(counted(stator) ? [] : ['stator-clutch']),
        ...(part.geometry.lockup && !counted(lockup) ? ['lockup-clutch'] : []),
      ]
      return { limits: [...stator, ...lockup, ...stated('station', 'converter', 'hard', { at: 'turbine' })], missing }
    }
    case 'shaft': {
      const sections = shaftLimits(part.geometry).map((s) => computed(`${s.place}|${s.feature}`, s.torqueNm, 'hard', SCATTER.strength))
      return { limits: byRule(rules, sections, stated('station', 'whole', 'hard')), missing: [] }
    }
    case 'pack': {
      const torqueNm = (oil: PackOil) => packCapacity(part.geometry, oil, rules.frictionRadius)
      const slip: Limit = {
        place: 'slip',
        load: station.load,
        shock: 'friction',
        origin: 'computed',
        scatter: SCATTER.slippingPack,
        counts: true,
        torqueNm,
      }
      // A stated figure of the pack says nothing of the drum's weld: the weld always counts.
      return { limits: [...byRule(rules, [slip], stated('station', 'whole', 'friction')), ...welds(part.geometry.welds)], missing: [] }
    }
    case 'one-way':
    case 'gear-set':
    case 'shell': {
      const whole = stated('station', 'whole', 'hard')
      const joints = part.kind === 'shell' ? welds(part.geometry.welds) : []
      return { limits: [...whole, ...joints], missing: counted(whole) ? [] : ['whole'] }
    }
  }
}

const counted = (limits: readonly Limit[]) => limits.some((limit) => limit.counts)

const fixed = (about: Omit<Limit, 'torqueNm' | 'fixedNm'>, torqueNm: number): Limit => ({
  ...about,
  fixedNm: torqueNm,
  torqueNm: () => torqueNm,
})

interface StatedAs {
  readonly name: string
  readonly shock: Shock
  readonly load: StationLoad
  readonly factor: number
  readonly context: LimitContext
}

/** A stated figure as a limit, at the point where it applies; nothing for a limit of pressure or speed. */
function statedLimit(stated: StatedLimit, { name, shock, load, factor, context }: StatedAs): Limit[] {
  const torque = statedTorque(stated, context.engineKind, context.rules)
  if (!torque) return []
  const at: StationLoad = stated.at === 'engine' || stated.at === 'turbine' ? { at: stated.at } : load
  const counts = stated.basis !== 'life' || context.rules.lifeLimits === 'count'
  const about = {
    place: name,
    load: at,
    shock,
    origin: stated.origin,
    scatter: SCATTER[stated.origin],
    counts,
    stated,
    basis: torque.basis,
  }
  return [fixed(about, torque.torqueNm * factor)]
}

/** Computed and stated figures of one thing, those that do not count by the house rule marked so. */
function byRule(rules: HouseRules, computed: readonly Limit[], stated: readonly Limit[]): Limit[] {
  const silent = (limits: readonly Limit[]) => limits.map((limit) => ({ ...limit, counts: false }))
  if (rules.limitThatCounts === 'computed' && computed.length > 0) return [...computed, ...silent(stated)]
  if (rules.limitThatCounts === 'stated' && counted(stated)) return [...silent(computed), ...stated]
  return [...computed, ...stated]
}
