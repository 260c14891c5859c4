import { relativeSpeed } from '../gearing/motion.js'
import type { RangeSolution } from '../gearing/solve.js'
import { axialForce } from '../gearing/tooth-strength.js'
import { thrustState, type ThrustState } from '../gearing/thrust.js'
import { type WorstPoint } from '../judge/worst-point.js'
import type { Unit, UnitThrust } from '../model/unit.js'

/** A thrust surface in one range: its axial load, the speed of one face against the other, and how it runs. */
export interface ThrustLoad {
  readonly thrust: UnitThrust
  readonly axialN: number
  /** `undefined` if a member is free. */
  readonly speedRadPerS: number | undefined
  readonly state: ThrustState
}

/** Loads of all thrust surfaces of a unit in a range under a torque and a speed of the input; charge pressure and springs are not in them. */
export function thrustLoads(unit: Unit, solution: RangeSolution, input: WorstPoint): ThrustLoad[] {
  return (unit.thrusts ?? []).map((thrust) => {
    const sun = (solution.setTorques[thrust.set]?.sun ?? 0) * input.torqueNm
    const axialN = Math.abs(axialForce(sun, thrust.helixRad, thrust.sunRadiusM))
    const perInput = relativeSpeed(solution, thrust.a, thrust.b)
    const speedRadPerS = perInput === undefined ? undefined : Math.abs(perInput) * input.speedRadPerS
    return { thrust, axialN, speedRadPerS, state: thrustState(thrust, axialN, speedRadPerS ?? 0) }
  })
}
