import { memberAt } from '../numeric/certain.js'
import { assumedStall, engineTorqueLine, lineEnd, linePoint, stallOnLine, type EngineLine } from '../converter/boosted-line.js'
import { cruisePoint, type CruisePoint } from '../converter/cruise.js'
import { flashStall, timeToThreshold, type FlashEnd } from '../converter/flash-stall.js'
import { converterCharacteristic, impellerInertia, oilVolume, turbineInertia, type ConverterGeometry } from '../parts/converter/geometry.js'
import type { AssumedStall } from '../converter/full-throttle-line.js'
import type { OperatingPoint } from '../converter/operating-point.js'
import { stallHeat, type StallHeat } from '../converter/stall-heat.js'
import type { Engine } from '../engine/boost.js'
import { ENGINE_INERTIA } from '../engine/template.js'
import { gearingOf } from '../gearing/solve.js'
import type { GearRange, GearTrain } from '../gearing/train.js'
import { rootOf } from '../numeric/brent.js'
import type { Brief, Use, Vehicle } from '../model/brief.js'
import type { HouseRules } from '../model/rules.js'
import { stallStanding, stallWindow, type StallStanding, type StallWindow } from './stall-target.js'
import { GRAVITY } from '../quantity/units.js'

/** Inputs of a converter match. */
export interface MatchInput {
  readonly engine: Engine
  readonly converter: ConverterGeometry
  readonly brief: Brief
  readonly rules: HouseRules
  readonly train: GearTrain
}

/** A point with what the converter loses there. */
export interface LossPoint {
  readonly point: OperatingPoint
  readonly slipRadPerS: number
  readonly lostW: number
  readonly efficiency: number
}

/** Full throttle through a shift at redline: the last point below it and the first above. */
export interface ShiftLoss {
  readonly fromRange: string
  readonly toRange: string
  readonly before: LossPoint
  readonly after: LossPoint
}

/** When boost is there: it needs no building, builds on the brake, comes on the move, or never below redline. */
export type BoostComes = 'needs-none' | 'on-the-brake' | 'on-the-move' | 'never'

export interface MatchFigures {
  readonly line: EngineLine
  /** Assumed stall, if the engine does not stall with this converter. `null` if it does. */
  readonly assumed: AssumedStall | null
  /** On the brake: with boost where it builds there. */
  readonly stall: OperatingPoint
  /** Stall with boost, and without boost if the engine has a second curve. */
  readonly stallOn: OperatingPoint
  readonly stallOff: OperatingPoint | null
  readonly boost: BoostComes
  /** Turbine speed from which boost is there. */
  readonly boostTurbineRadPerS: number
  /** The same on the road, in the lowest range; nothing without a vehicle. */
  readonly boostRoadMPerS: number | null
  readonly transBrake: FlashEnd
  readonly flash: FlashEnd | null
  /** From idle until boost begins to build: on the brake where it builds there, else on the move. */
  readonly toThresholdS: number | null
  /** Stall over the torque peak's speed, and what is given up against the peak. */
  readonly peakShare: number
  readonly torqueGivenUpNm: number
  readonly window: StallWindow
  readonly standing: StallStanding
  readonly shifts: readonly ShiftLoss[]
  readonly finish: LossPoint | null
  readonly topSpeed: TopSpeed | null
  readonly cruise: (CruisePoint & { readonly roadMPerS: number; readonly rangeId: string }) | null
  readonly heat: StallHeat
  readonly statorNm: number
}

export interface TopSpeed {
  readonly roadMPerS: number
  readonly rangeId: string
  /** At redline, with power to spare. */
  readonly atRedline: boolean
  readonly loss: LossPoint
}

/** Rolling resistance over weight, by ground (from memory). */
const ROLLING: Record<Use, number> = {
  road: 0.013,
  tow: 0.013,
  drag: 0.015,
  'off-road': 0.06,
  circuit: 0.013,
  'hill-climb': 0.015,
  'speed-trial': 0.03,
  work: 0.08,
}
const USUAL_DRAG_AREA_M2 = 0.8
/** 60 mph. */
export const USUAL_CRUISE_M_PER_S = 26.8224
const AIR_KG_PER_M3 = 1.2

/** All that a converter does behind an engine in a vehicle: stalls, boost, slip and loss at every shift and at the top, cruise, heat. */
export function matchFigures(input: MatchInput): MatchFigures {
  const { engine, converter, brief, rules } = input
  const line = engineTorqueLine(engine, converterCharacteristic(converter))
  const stall = stallOnLine(line)
  const { train } = input
  const forward = train.ranges.filter((range) => !range.reverse && gearingOf(train).get(range.id)?.outcome === 'driven')
  const peakShare = stall.engineSpeedRadPerS / engine.on.peakTorqueSpeedRadPerS
  const window = stallWindow(rules.stallSchool, brief.use, brief.engine.kind, engine.on.peakTorqueSpeedRadPerS)
  const road = roadOf(input, forward)
  const boost = boostComes(line)
  const held = { ...flashInput(input), turbineInertiaKgM2: Infinity, dragNm: 0 }
  const moving =
    road && forward[0]
      ? { ...held, turbineInertiaKgM2: turbineInertia(converter) + road.inertia(forward[0]), dragNm: road.drag(forward[0], 0) }
      : null
  return {
    line,
    assumed: assumedStall(line) ?? null,
    stall,
    stallOn: memberAt(line.on.points, 0),
    stallOff: line.off?.points[0] ?? null,
    boost,
    boostTurbineRadPerS: line.boostTurbineRadPerS,
    boostRoadMPerS: road && boost === 'on-the-move' && forward[0] ? road.speed(forward[0], line.boostTurbineRadPerS) : null,
    transBrake: flashStall(held),
    toThresholdS: boost === 'on-the-brake' ? timeToThreshold(held) : boost === 'on-the-move' && moving ? timeToThreshold(moving) : null,
    flash: moving && flashStall(moving),
    peakShare,
    torqueGivenUpNm: engine.on.peakTorqueNm - stall.engineTorqueNm,
    window,
    standing: stallStanding(peakShare, window),
    shifts: shiftLosses(input, line, forward),
    finish: forward.length > 0 ? lossAt(lineEnd(line)) : null,
    topSpeed: brief.vehicle?.dragAreaM2 === undefined || !road ? null : topSpeed(line, forward, road),
    cruise: road && cruiseOf(input, forward, road),
    heat: stallHeat(stall.engineTorqueNm * stall.engineSpeedRadPerS, oilVolume(converter), rules.oilStartK, rules.oilLimitK),
    statorNm: stall.turbineTorqueNm - stall.engineTorqueNm,
  }
}

/** Slip and loss at a full-throttle point. */
export function lossAt(point: OperatingPoint): LossPoint {
  const { engineSpeedRadPerS, engineTorqueNm, turbineSpeedRadPerS, turbineTorqueNm } = point
  const [made, passed] = [engineSpeedRadPerS * engineTorqueNm, turbineSpeedRadPerS * turbineTorqueNm]
  return { point, slipRadPerS: engineSpeedRadPerS - turbineSpeedRadPerS, lostW: made - passed, efficiency: passed / made }
}

function boostComes({ off, boostTurbineRadPerS }: EngineLine): BoostComes {
  if (boostTurbineRadPerS === Infinity) return 'never'
  if (boostTurbineRadPerS > 0) return 'on-the-move'
  return off ? 'on-the-brake' : 'needs-none'
}

const flashInput = ({ engine, converter, brief }: MatchInput) => ({
  engine,
  converter: converterCharacteristic(converter),
  engineInertiaKgM2: (brief.engine.inertiaKgM2 ?? ENGINE_INERTIA[brief.engine.kind]) + impellerInertia(converter),
})

function shiftLosses({ train }: MatchInput, line: EngineLine, forward: readonly GearRange[]): ShiftLoss[] {
  const end = lineEnd(line)
  return forward.slice(1).map((range, i) => {
    const below = memberAt(forward, i)
    const step = (gearingOf(train).get(range.id)?.ratio ?? 1) / (gearingOf(train).get(below.id)?.ratio ?? 1)
    return { fromRange: below.id, toRange: range.id, before: lossAt(end), after: lossAt(linePoint(line, end.turbineSpeedRadPerS * step)) }
  })
}

/** Road load at the turbine in a range. */
interface Road {
  speed(range: GearRange, turbineRadPerS: number): number
  turbine(range: GearRange, roadMPerS: number): number
  drag(range: GearRange, roadMPerS: number): number
  inertia(range: GearRange): number
}

function roadOf({ brief, train }: MatchInput, forward: readonly GearRange[]): Road | null {
  const { vehicle, vehicleMassKg: mass } = brief
  if (!vehicle || mass === null || forward.length === 0) return null
  /** Turns of the turbine a metre of road. */
  const turns = (range: GearRange) => ((gearingOf(train).get(range.id)?.ratio ?? 1) * vehicle.finalDrive) / vehicle.tyreRadiusM
  return {
    speed: (range, turbine) => turbine / turns(range),
    turbine: (range, road) => road * turns(range),
    drag: (range, road) => roadLoad(vehicle, mass, brief.use, road) / turns(range),
    inertia: (range) => mass / turns(range) ** 2,
  }
}

/** Rolling and air resistance at a steady speed, N. */
export function roadLoad(vehicle: Vehicle, massKg: number, use: Use, roadMPerS: number): number {
  const { dragAreaM2 = USUAL_DRAG_AREA_M2, rollingShare = ROLLING[use] } = vehicle
  return rollingShare * massKg * GRAVITY + (AIR_KG_PER_M3 / 2) * dragAreaM2 * roadMPerS ** 2
}

function cruiseOf({ converter, brief }: MatchInput, forward: readonly GearRange[], road: Road): MatchFigures['cruise'] {
  const top = memberAt(forward, forward.length - 1)
  const roadMPerS = brief.vehicle?.cruiseMPerS ?? USUAL_CRUISE_M_PER_S
  const point = cruisePoint(converterCharacteristic(converter), road.turbine(top, roadMPerS), road.drag(top, roadMPerS))
  return point ? { ...point, roadMPerS, rangeId: top.id } : null
}

/** The fastest that the line drives the vehicle on the level, unlocked: where it meets the road load, or at redline. */
function topSpeed(line: EngineLine, forward: readonly GearRange[], road: Road): TopSpeed | null {
  const end = lineEnd(line)
  let best: TopSpeed | null = null
  for (const range of forward) {
    const spare = (turbine: number) => linePoint(line, turbine).turbineTorqueNm - road.drag(range, road.speed(range, turbine))
    const root = rootOf(spare, 0, end.turbineSpeedRadPerS, 1e-6)
    const atRedline = spare(end.turbineSpeedRadPerS) > 0
    if (root.outcome !== 'converged' && !atRedline) continue
    const turbine = root.outcome === 'converged' ? root.x : end.turbineSpeedRadPerS
    const roadMPerS = road.speed(range, turbine)
    if (!best || roadMPerS > best.roadMPerS) best = { roadMPerS, rangeId: range.id, atRedline, loss: lossAt(linePoint(line, turbine)) }
  }
  return best
}
