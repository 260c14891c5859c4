import type { RangeSolution } from '../gearing/solve.js'
import type { Shock } from '../model/rules.js'
import type { LimitLoad } from '../parts/limit.js'
import type { DutyCase } from './duty.js'
import { loadShare, type LoadShare } from './load.js'
import { askedOf } from './worst-point.js'

/** Static torque that a load place sees in a case. */
export function loadTorque(load: LimitLoad, duty: DutyCase, gearing: RangeSolution): number {
  const { source, share } = loadShare(load, gearing)
  return share * duty[source].torqueNm
}

/** Torque demand at a load place in a load case, N·m, including service factor and tire limit, at a multiple of engine power. */
export const demandIn = (duty: DutyCase, { source, share }: LoadShare, shock: Shock, scale = 1): number =>
  share * askedOf(duty[source], { factor: duty.factors[shock], shock }, scale)
