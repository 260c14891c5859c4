import type { RangeSolution } from '../gearing/solve.js'
import type { DutyCase } from './duty.js'
import type { Shock } from './rules.js'
import type { StationLoad } from './unit.js'
import { askedOf } from './worst-point.js'

/** A load as a share of one of the torques of a duty case. */
export interface LoadShare {
  readonly source: 'engine' | 'stator' | 'turbine' | 'lockup' | 'shift'
  readonly share: number
}

/** What a limit is held against: the load of its station, or what an element takes as it comes on in an upshift. */
export type LimitLoad = StationLoad | { readonly at: 'shift'; readonly id: string }

/** Shares below this are rounding dust, not load. */
const NO_LOAD = 1e-9

/** What a load place takes of the case's torques, through the gear train in its range. Zero where it carries nothing. */
export function loadShare(load: LimitLoad, gearing: RangeSolution): LoadShare {
  const ofTurbine = (share: number): LoadShare => ({ source: 'turbine', share: share > NO_LOAD ? share : 0 })
  switch (load.at) {
    case 'engine':
    case 'stator':
    case 'lockup':
      return { source: load.at, share: 1 }
    case 'turbine':
      return ofTurbine(1)
    case 'shift':
      return { ...ofTurbine(Math.abs(gearing.torques[load.id] ?? 0)), source: 'shift' }
    case 'link':
      return ofTurbine(Math.abs(gearing.torques[load.id] ?? 0))
    case 'sets':
      return ofTurbine(Math.max(...load.ids.map((id) => Math.abs(gearing.setTorques[id]?.sun ?? 0))))
    case 'none':
      return { source: 'engine', share: 0 }
    case 'output':
      return ofTurbine(Math.abs(gearing.outputTorque))
  }
}

/** Static torque that a load place sees in a case. */
export function loadTorque(load: LimitLoad, duty: DutyCase, gearing: RangeSolution): number {
  const { source, share } = loadShare(load, gearing)
  return share * duty[source].torqueNm
}

/** Torque demand at a load place in a load case, N·m, including service factor and tire limit, at a multiple of engine power. */
export const demandIn = (duty: DutyCase, { source, share }: LoadShare, shock: Shock, scale = 1): number =>
  share * askedOf(duty[source], { factor: duty.factors[shock], shock }, scale)
