import { pointAtTurbineSpeed, type RunningLine } from '../converter/full-throttle-line.js'
import type { OperatingPoint } from '../converter/operating-point.js'
import type { RangeSolution } from '../gearing/solve.js'
import type { GearRange } from '../gearing/train.js'
import type { Brief } from './brief.js'
import type { HouseRules, Shock } from './rules.js'

export type DutyKind = 'launch' | 'full-power' | 'lockup' | 'reverse'

/** A torque at its worst point, with the speed there. */
export interface WorstPoint {
  readonly torqueNm: number
  readonly speedRadPerS: number
}

/**
 * One loading of the whole path. A full-power case sweeps the range: engine, stator and turbine each stand at their own worst point.
 */
export interface DutyCase {
  readonly id: string
  readonly kind: DutyKind
  readonly rangeId: string
  readonly engine: WorstPoint
  readonly stator: WorstPoint
  readonly turbine: WorstPoint
  readonly linePressurePa: number
  readonly factors: Readonly<Record<Shock, number>>
}

export interface PressureCalibration {
  /** Line pressure at full throttle in the forward ranges, and in reverse. */
  readonly drivePa: number
  readonly reversePa: number
}

export interface DutyInput {
  readonly ranges: readonly GearRange[]
  readonly gearing: ReadonlyMap<string, RangeSolution>
  readonly line: RunningLine
  readonly brief: Brief
  readonly pressure: PressureCalibration
  readonly rules: HouseRules
  readonly lockup: boolean
}

/**
 * The duty cases of a spec: launch from the stall in the lowest forward range, full power in each forward range, the locked
 * converter where range and converter allow it, reverse with its own throttle limit. Shock is a factor beside the torque, never in it.
 */
export function dutyCases(input: DutyInput): DutyCase[] {
  const forward = input.ranges.filter((range) => !range.reverse && input.gearing.get(range.id)?.outcome === 'driven')
  const backward = input.ranges.filter((range) => range.reverse && input.gearing.get(range.id)?.outcome === 'driven')
  const first = forward[0]
  const stall = input.line.points[0] as OperatingPoint
  const entries = entrySpeeds(input, forward)
  return [
    ...(first ? [atStall(input, 'launch', first, stall, 1)] : []),
    ...forward.map((range, i) => fullPower(input, range, entries[i] as number)),
    ...forward.flatMap((range, i) => (range.lockup && input.lockup ? [locked(input, range, entries[i] as number)] : [])),
    ...backward.map((range) => atStall(input, 'reverse', range, stall, input.brief.reverseThrottle)),
  ]
}

/** Lowest turbine speed of full throttle in each forward range. */
function entrySpeeds(input: DutyInput, forward: readonly GearRange[]): number[] {
  const points = input.line.points
  const top = (points[points.length - 1] as OperatingPoint).turbineSpeedRadPerS
  return forward.map((range, i) => {
    const below = forward[i - 1]
    if (!below || input.brief.upperRangeStart === 'from-rest') return 0
    const [ratio, ratioBelow] = [input.gearing.get(range.id)?.ratio ?? 1, input.gearing.get(below.id)?.ratio ?? 1]
    return (top * ratio) / ratioBelow
  })
}

function factors(input: DutyInput, hard: number): DutyCase['factors'] {
  return { hard, friction: input.rules.frictionFactor, plate: input.rules.plateFactor }
}

/** Torque against a standing turbine, throttled to a share of the full-throttle stall; stall speed goes with the root of torque. */
function atStall(input: DutyInput, kind: 'launch' | 'reverse', range: GearRange, stall: OperatingPoint, share: number): DutyCase {
  const engine = { torqueNm: stall.engineTorqueNm * share, speedRadPerS: stall.engineSpeedRadPerS * Math.sqrt(share) }
  const turbine = { torqueNm: stall.turbineTorqueNm * share, speedRadPerS: 0 }
  return {
    id: kind === 'launch' ? 'launch' : `reverse-${range.id}`,
    kind,
    rangeId: range.id,
    engine,
    stator: { torqueNm: turbine.torqueNm - engine.torqueNm, speedRadPerS: 0 },
    turbine,
    linePressurePa: kind === 'launch' ? input.pressure.drivePa : input.pressure.reversePa,
    factors: factors(input, kind === 'launch' ? input.rules.launchFactor[input.brief.launch] : input.rules.reverseFactor),
  }
}

function fullPower(input: DutyInput, range: GearRange, entryRadPerS: number): DutyCase {
  const { line, pressure, rules, brief } = input
  const entry = pointAtTurbineSpeed(line, entryRadPerS)
  const fastest = line.points[line.points.length - 1] as OperatingPoint
  let turbine = entry
  let stator = entry
  for (const p of line.points) {
    if (p.turbineSpeedRadPerS <= entryRadPerS) continue
    if (p.turbineTorqueNm > turbine.turbineTorqueNm) turbine = p
    if (p.turbineTorqueNm - p.engineTorqueNm > stator.turbineTorqueNm - stator.engineTorqueNm) stator = p
  }
  return {
    id: `full-${range.id}`,
    kind: 'full-power',
    rangeId: range.id,
    engine: greatestTorque(line, entry.engineSpeedRadPerS, fastest.engineSpeedRadPerS),
    stator: { torqueNm: stator.turbineTorqueNm - stator.engineTorqueNm, speedRadPerS: 0 },
    turbine: { torqueNm: turbine.turbineTorqueNm, speedRadPerS: turbine.turbineSpeedRadPerS },
    linePressurePa: pressure.drivePa,
    factors: factors(input, rules.fullPowerFactor[brief.launch]),
  }
}

/** Engine torque straight through, at its greatest above the speed at which the range is entered. */
function locked(input: DutyInput, range: GearRange, entryRadPerS: number): DutyCase {
  const { curve } = input.line
  const through = greatestTorque(
    input.line,
    Math.min(Math.max(entryRadPerS, curve.minSpeedRadPerS), curve.maxSpeedRadPerS),
    curve.maxSpeedRadPerS,
  )
  return {
    id: `lockup-${range.id}`,
    kind: 'lockup',
    rangeId: range.id,
    engine: through,
    stator: { torqueNm: 0, speedRadPerS: 0 },
    turbine: through,
    linePressurePa: input.pressure.drivePa,
    factors: factors(input, input.rules.lockupFactor),
  }
}

/** Greatest torque of the engine between two speeds: at an end, at a knot between them or at the curve's own peak. */
function greatestTorque({ curve, strength }: RunningLine, fromRadPerS: number, toRadPerS: number): WorstPoint {
  let [best, at] = [curve.torqueNm(fromRadPerS), fromRadPerS]
  for (const w of [curve.peakTorqueSpeedRadPerS, ...curve.knotsRadPerS, toRadPerS]) {
    if (w < fromRadPerS || w > toRadPerS) continue
    const torque = curve.torqueNm(w)
    if (torque > best) [best, at] = [torque, w]
  }
  return { torqueNm: strength * best, speedRadPerS: at }
}
