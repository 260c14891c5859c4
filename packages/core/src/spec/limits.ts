import { packCapacity, type PackOil } from '../clutch/pack.js'
import { slipTorque } from '../flexplate/bolted-joint.js'
import { runOutFactor, unratedPlateTorque } from '../flexplate/plate.js'
import { shaftLimits } from '../shaft/shaft.js'
import type { LimitPlace, Origin, Part } from './part.js'
import type { Shock } from './rules.js'
import type { Station, StationLoad } from './unit.js'

/** One thing about a part that can give way: where, under which torque, at what torque, and who says so. */
export interface Limit {
  readonly place: string
  readonly load: StationLoad
  readonly shock: Shock
  readonly origin: Origin
  /** What it holds where oil has no say in it. */
  readonly fixedNm?: number
  torqueNm(oil: PackOil): number
}

export interface StationLimits {
  readonly limits: readonly Limit[]
  /** Places that carry torque and have neither a model nor a stated figure. */
  readonly missing: readonly string[]
}

/**
 * Everything that can give way at a station with a part fitted. Where a place has a computed and a stated figure both are given,
 * and the lower one decides (house default).
 */
export function stationLimits(station: Station, part: Part): StationLimits {
  const fixed = (place: string, torqueNm: number, shock: Shock, origin: Origin = 'computed', load = station.load): Limit => ({
    place,
    load,
    shock,
    origin,
    fixedNm: torqueNm,
    torqueNm: () => torqueNm,
  })
  const stated = (place: LimitPlace, name: string, shock: Shock, load = station.load, factor = 1): Limit[] =>
    part.stated.filter((s) => s.place === place).map((s) => fixed(name, s.torqueNm * factor, shock, s.origin, load))

  switch (part.kind) {
    case 'flex-plate': {
      const { geometry } = part
      const rated = stated('station', 'sheet', 'plate', station.load, runOutFactor(geometry))
      const sheet = rated.length > 0 ? rated : [fixed('sheet', unratedPlateTorque(geometry), 'plate', 'thumb')]
      const joints = [
        fixed('crank-joint', slipTorque(geometry.crankJoint), 'plate'),
        fixed('converter-joint', slipTorque(geometry.converterJoint), 'plate'),
      ]
      return { limits: [...sheet, ...joints], missing: [] }
    }
    case 'converter': {
      const stator = stated('stator-clutch', 'stator-clutch', 'hard')
      const lockup = part.geometry.lockup ? stated('lockup-clutch', 'lockup-clutch', 'friction', { at: 'lockup' }) : []
      const missing = [...(stator.length ? [] : ['stator-clutch']), ...(part.geometry.lockup && !lockup.length ? ['lockup-clutch'] : [])]
      return { limits: [...stator, ...lockup, ...stated('station', 'converter', 'hard', { at: 'turbine' })], missing }
    }
    case 'shaft': {
      const sections = shaftLimits(part.geometry).map((s) => fixed(`${s.place}|${s.feature}`, s.torqueNm, 'hard'))
      return { limits: [...sections, ...stated('station', 'whole', 'hard')], missing: [] }
    }
    case 'pack': {
      const slip: Limit = {
        place: 'slip',
        load: station.load,
        shock: 'friction',
        origin: 'computed',
        torqueNm: (oil) => packCapacity(part.geometry, oil),
      }
      return { limits: [slip, ...stated('station', 'whole', 'friction')], missing: [] }
    }
    case 'one-way':
    case 'gear-set':
    case 'shell': {
      const limits = stated('station', 'whole', 'hard')
      return { limits, missing: limits.length > 0 ? [] : ['whole'] }
    }
  }
}
