import { memberAt } from '../numeric/certain.js'
import type { CurvePoint } from './curve.js'

/** A curve made of the rows of a dyno pull. */
export interface Sweep {
  readonly points: readonly CurvePoint[]
  /** Width of the bins of speed in which rows were averaged; null where they are taken as they came. */
  readonly binRadPerS: number | null
}

/** A curve of this many points or fewer is taken as it came, if its speed rises. */
export const MOST_SWEEP_POINTS = 120

const BIN_STEP = (25 * Math.PI) / 30

/**
 * Points of a curve from the rows of a pull, in whatever order they came: as they are where speed rises and they are few; otherwise the
 * mean of speed and torque in bins of a multiple of 25 rpm, at most MOST_SWEEP_POINTS of them, so that noise and repeated pulls are averaged.
 * Source: common practice, no source.
 * @example sweepPoints([{ speedRadPerS: 100, torqueNm: 10 }, { speedRadPerS: 200, torqueNm: 30 }]).points.length // → 2
 */
export function sweepPoints(rows: readonly CurvePoint[]): Sweep {
  const rising = rows.every((row, i) => i === 0 || row.speedRadPerS > memberAt(rows, i - 1).speedRadPerS)
  if (rising && rows.length <= MOST_SWEEP_POINTS) return { points: rows, binRadPerS: null }
  let [least, most] = [Infinity, -Infinity]
  for (const { speedRadPerS } of rows) {
    least = Math.min(least, speedRadPerS)
    most = Math.max(most, speedRadPerS)
  }
  const binRadPerS = BIN_STEP * Math.max(1, Math.ceil((most - least) / BIN_STEP / (MOST_SWEEP_POINTS - 1)))
  const bins = new Map<number, { speed: number; torque: number; count: number }>()
  for (const { speedRadPerS, torqueNm } of rows) {
    const key = Math.round(speedRadPerS / binRadPerS)
    const bin = bins.get(key) ?? { speed: 0, torque: 0, count: 0 }
    bins.set(key, { speed: bin.speed + speedRadPerS, torque: bin.torque + torqueNm, count: bin.count + 1 })
  }
  const points = [...bins.entries()]
    .sort(([a], [b]) => a - b)
    .map(([, { speed, torque, count }]) => ({ speedRadPerS: speed / count, torqueNm: torque / count }))
  return { points, binRadPerS }
}
