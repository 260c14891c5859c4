import type { EngineCurve } from '../engine/curve.js'
import { curveFromPoints } from '../engine/curve.js'
import { toSi } from '../quantity/units.js'
import { valueOf } from '../quantity/issue.js'

/** An engine of one torque at all speeds, for hand calculations. */
export const flatEngine = (torqueNm: number, fromRpm = 500, toRpm = 9000): EngineCurve =>
  engineOf([
    [fromRpm, torqueNm],
    [toRpm, torqueNm],
  ])

/** An engine by points of rpm and N·m. */
export const engineOf = (points: readonly (readonly [rpm: number, torqueNm: number])[]): EngineCurve =>
  valueOf(curveFromPoints(points.map(([rpm, torqueNm]) => ({ speedRadPerS: toSi(rpm, 'rpm'), torqueNm }))))
