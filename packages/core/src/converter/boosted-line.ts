import { memberAt } from '../numeric/certain.js'
import type { Engine } from '../engine/boost.js'
import { rootOf } from '../numeric/brent.js'
import type { Characteristic } from './characteristic.js'
import { fullThrottleLine, pointAtTurbineSpeed, type AssumedStall, type RunningLine } from './full-throttle-line.js'
import type { OperatingPoint } from './operating-point.js'

/** Full throttle from the stall to redline, off boost first where boost has to build up. */
export interface EngineLine {
  readonly engine: Engine
  /** With boost; the only one where the engine has no other. */
  readonly on: RunningLine
  /** Without boost. */
  readonly off?: RunningLine
  /** Turbine speed from which boost is there: 0 where it builds at the stall, Infinity where it never does below redline. */
  readonly boostTurbineRadPerS: number
}

/**
 * The line of an engine with a converter. Boost builds at the stall where the engine stalls off boost at its threshold or above it;
 * otherwise it comes at the turbine speed at which the climbing crossing reaches the threshold. `strength` multiplies both curves.
 * Source: SAE J643 (T = C·ω²) with boost as two curves, common practice.
 */
export function engineTorqueLine(engine: Engine, converter: Characteristic, strength = 1): EngineLine {
  const on = fullThrottleLine(engine.on, converter, strength)
  if (!engine.off || !engine.boost) return { engine, on, boostTurbineRadPerS: 0 }
  const off = fullThrottleLine(engine.off, converter, strength)
  if (off.assumed === 'redline') return { engine, on, boostTurbineRadPerS: 0 }
  const from = boostTurbineSpeed(off, engine.boost.thresholdRadPerS)
  const last = memberAt(on.points, on.points.length - 1)
  // Where boost would come at redline only, there is no line with it.
  return { engine, on, off, boostTurbineRadPerS: from < last.turbineSpeedRadPerS ? from : Infinity }
}

/** Turbine speed at which the crossing off boost reaches the threshold. */
function boostTurbineSpeed(off: RunningLine, threshold: number): number {
  const points = off.points
  const k = points.findIndex((point) => point.engineSpeedRadPerS >= threshold)
  if (k <= 0) return k === 0 ? 0 : Infinity
  const [below, above] = [memberAt(points, k - 1), memberAt(points, k)]
  const missing = (turbine: number) => pointAtTurbineSpeed(off, turbine).engineSpeedRadPerS - threshold
  const root = rootOf(missing, below.turbineSpeedRadPerS, above.turbineSpeedRadPerS, 1e-7)
  return root.outcome === 'converged' ? root.x : above.turbineSpeedRadPerS
}

/** The full-throttle point at a turbine speed, with boost where it is there. */
export const linePoint = (line: EngineLine, turbineSpeedRadPerS: number): OperatingPoint =>
  pointAtTurbineSpeed(line.off && turbineSpeedRadPerS < line.boostTurbineRadPerS ? line.off : line.on, turbineSpeedRadPerS)

/** The points above a turbine speed, both lines in their turn, with the first point on boost. */
export function linePoints(line: EngineLine, aboveRadPerS: number): OperatingPoint[] {
  const { on, off, boostTurbineRadPerS: boost } = line
  const before = off?.points.filter((p) => p.turbineSpeedRadPerS > aboveRadPerS && p.turbineSpeedRadPerS < boost) ?? []
  const last = memberAt(on.points, on.points.length - 1)
  const first = off && boost > aboveRadPerS && boost <= last.turbineSpeedRadPerS ? [pointAtTurbineSpeed(on, boost)] : []
  return [...before, ...first, ...on.points.filter((p) => p.turbineSpeedRadPerS > Math.max(aboveRadPerS, off ? boost : 0))]
}

/** The last point: at redline, or where the line ends before it. */
export const lineEnd = (line: EngineLine): OperatingPoint => {
  const { points } = line.off && line.boostTurbineRadPerS === Infinity ? line.off : line.on
  return memberAt(points, points.length - 1)
}

/** The stall on the brake: with boost where it builds there, else without. Source: SAE J643. */
export const stallOnLine = (line: EngineLine): OperatingPoint => linePoint(line, 0)

/** The stall that is assumed if this converter does not stall the engine. Undefined if it does. Source: common practice, no source. */
export const assumedStall = ({ on, off }: EngineLine): AssumedStall | undefined => off?.assumed ?? on.assumed
