import type { RangeSolution } from '../gearing/solve.js'
import type { LimitLoad } from '../parts/limit.js'

/** A load as a share of one of the torques of a duty case. */
export interface LoadShare {
  readonly source: 'engine' | 'stator' | 'turbine' | 'lockup' | 'shift'
  readonly share: number
}

/** Shares below this are rounding dust, not load. */
const NO_LOAD = 1e-9

/** Share of a case's torque that a load place carries, through the gear train in its range. Zero if it carries none. */
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
