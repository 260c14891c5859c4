import { ringLeak } from '../clutch/pack.js'
import type { GearRange } from '../gearing/train.js'
import type { LockupOil } from '../lockup/lockup-clutch.js'
import { linePressure, type LinePressure, type OilCircuit, type OilDemand } from '../pressure/line-pressure.js'
import { regulatedPressure, reliefOpening, type RegulatorFeed } from '../pressure/regulator.js'
import { HOT_OIL_K, KNOBS, lockupOil, PUMP_KNOBS, type PressureCalibration } from './calibration.js'
import type { Part } from './part.js'
import type { Unit } from './unit.js'

/** What line pressure depends on. */
export interface Oiled {
  readonly unit: Unit
  readonly fitted: ReadonlyMap<string, Part>
  readonly pressure: PressureCalibration
}

/** A running point at which line pressure is looked at. */
export interface OilPoint {
  readonly range: GearRange
  /** Share of full throttle. */
  readonly throttle: number
  readonly engineRadPerS: number
  /** Hot where not said. */
  readonly kelvin?: number
  /** What the regulator is fed beside the throttle signal; as the range says where not given. */
  readonly feed?: RegulatorFeed
}

/** The oil of a spec. */
export interface LineOil {
  /** Pump and valves with what was turned by hand; nothing where either is not fitted. */
  readonly circuit: OilCircuit | undefined
  /** By the valves only where both are fitted and the spec says so. */
  readonly byValves: boolean
  /** What is asked of the pump at a point. */
  demandAt(point: OilPoint): OilDemand
  at(point: OilPoint): LinePressure
  /** At full throttle in drive, however fast the pump turns. */
  readonly fullPa: number
}

/** Pump and valves that are fitted, with what was turned by hand. */
export function oilCircuit({ fitted, pressure: { knobs = {} } }: Oiled): OilCircuit | undefined {
  const parts = [...fitted.values()]
  const pump = parts.find((part) => part.kind === 'pump')?.geometry
  const valves = parts.find((part) => part.kind === 'valves')?.geometry
  if (!pump || !valves) return undefined
  const turned = (keys: readonly string[]) => Object.fromEntries(Object.entries(knobs).filter(([key]) => keys.includes(key)))
  return { pump: { ...pump, ...turned(PUMP_KNOBS) }, valves: { ...valves, ...turned(KNOBS) } }
}

/** Hole that lets as much out as the rings of all packs that are on in a range. */
function ringLeakIn({ unit, fitted }: Oiled, range: GearRange): number {
  const squares = unit.stations.flatMap(({ id, load }) => {
    const part = load.at === 'link' && range.on.includes(load.id) ? fitted.get(id) : undefined
    return part?.kind === 'pack' ? [ringLeak(part.geometry) ** 2] : []
  })
  return Math.sqrt(squares.reduce((sum, square) => sum + square, 0))
}

/** Line pressure of a spec at any point, commanded by gauge or valves, and as relief valve and pump let it stand. */
export function lineOil(input: Oiled): LineOil {
  const { pressure } = input
  const circuit = oilCircuit(input)
  const byValves = pressure.by === 'valves' && circuit !== undefined
  const hot = pressure.hotOilK ?? HOT_OIL_K
  const commanded = ({ range, throttle, feed = range.reverse ? 'reverse' : 'drive' }: OilPoint) =>
    byValves ? regulatedPressure(circuit.valves, feed, throttle) : range.reverse ? pressure.reversePa : pressure.drivePa
  const demandAt = (point: OilPoint): OilDemand => ({
    commandedPa: commanded(point),
    pumpRadPerS: point.engineRadPerS,
    kelvin: point.kelvin ?? hot,
    ringLeakDiameterM: ringLeakIn(input, point.range),
  })
  const full = byValves ? regulatedPressure(circuit.valves, 'drive', 1) : pressure.drivePa
  return {
    circuit,
    byValves,
    demandAt,
    at(point) {
      const commandedPa = commanded(point)
      return circuit ? linePressure(circuit, demandAt(point)) : { commandedPa, linePa: commandedPa, state: 'as-commanded' }
    },
    fullPa: circuit ? Math.min(full, reliefOpening(circuit.valves)) : full,
  }
}

/** Pressure on both sides of the lockup piston of a spec. */
export const lockupOilOf = (input: Oiled): LockupOil => lockupOil(input.pressure, lineOil(input).fullPa)
