import { frictionOf, pressureAt } from '../parts/registry.js'
import { oncePerRecent } from '../numeric/once-per.js'
import type { GearRange } from '../gearing/train.js'
import { pistonLimit, type LockupOil } from '../parts/lockup/lockup-clutch.js'
import { heldToMaximum, linePressure, type LinePressure, type OilCircuit, type OilDemand } from '../parts/valves/line-pressure.js'
import { regulatedPressure, type RegulatorFeed } from '../parts/valves/regulator.js'
import { HOT_OIL_K, KNOBS, lockupOil, PUMP_KNOBS, RELEASE_PA, type PressureCalibration } from '../model/calibration.js'
import { partOfKind } from './fitted.js'
import type { Part } from '../model/part.js'
import { leastStated } from '../model/stated.js'
import type { Unit } from '../model/unit.js'

/** Inputs of line pressure. */
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
  /** Regulator feed besides the throttle signal. Default: by the range. */
  readonly feed?: RegulatorFeed
}

/** The oil of a spec. */
export interface LineOil {
  /** Pump and valves with their adjustments. `undefined` if either is not installed. */
  readonly circuit: OilCircuit | undefined
  /** True if pump and valves are installed and the spec takes pressure from the valves. */
  readonly byValves: boolean
  /** Oil demand on the pump at a point. */
  demandAt(point: OilPoint): OilDemand
  at(point: OilPoint): LinePressure
  /** At the lockup piston, at a line pressure. */
  lockupAt(linePa: number): LockupOil
}

/** Pump and valves that are fitted, with what was turned by hand. */
export function oilCircuit({ fitted, pressure: { knobs = {} } }: Oiled): OilCircuit | undefined {
  const pump = partOfKind(fitted, 'pump')?.geometry
  const valves = partOfKind(fitted, 'valves')?.geometry
  if (!pump || !valves) return undefined
  const turned = (keys: readonly string[]) => Object.fromEntries(Object.entries(knobs).filter(([key]) => keys.includes(key)))
  return { pump: { ...pump, ...turned(PUMP_KNOBS) }, valves: { ...valves, ...turned(KNOBS) } }
}

/** Oil demand of the parts that line pressure feeds in a range, and their limits. */
interface FedInRange {
  /** Hole that leaks as much as the rings of all applied packs. */
  readonly ringLeakDiameterM: number
  /** Lowest pressure limit of applied packs and bands, pump, valves and case. Infinity if none is known. */
  readonly mostPa: number
}

function fedInRange({ unit, fitted }: Oiled, range: GearRange): FedInRange {
  let squares = 0
  let mostPa = unit.casePressurePa ?? Infinity
  for (const { id, load } of unit.stations) {
    const part = fitted.get(id)
    if (!part) continue
    const on = load.at === 'link' && range.on.includes(load.id)
    const at = pressureAt(part)
    if (on) squares += (frictionOf(part)?.ringLeakM ?? 0) ** 2
    if (at === 'line' || (on && at === 'applied')) mostPa = Math.min(mostPa, leastStated(part.stated, 'pressurePa') ?? Infinity)
  }
  return { ringLeakDiameterM: Math.sqrt(squares), mostPa }
}

/** Lowest apply pressure limit of the lockup clutch, a known piston of its shape, and the converter. Infinity if none is known. */
function lockupMost({ fitted, pressure: { lockupReleasePa = RELEASE_PA } }: Oiled): number {
  const [clutch, converter] = [partOfKind(fitted, 'lockup'), partOfKind(fitted, 'converter')]
  const known = clutch && pistonLimit(clutch.geometry)
  return Math.min(
    known === undefined ? Infinity : known + lockupReleasePa,
    ...[clutch, converter].map((part) => (part && leastStated(part.stated, 'pressurePa')) ?? Infinity),
  )
}

/**
 * Line pressure of a spec at any point. It is commanded by the valves, or by the gauge where that is less: a reading above what the fitted
 * valves make cannot be there. Relief valve, pump and the maxima of what is fed hold it down further.
 */
export function lineOil(input: Oiled): LineOil {
  const { pressure } = input
  const circuit = oilCircuit(input)
  const byValves = pressure.by === 'valves' && circuit !== undefined
  const hot = pressure.hotOilK ?? HOT_OIL_K
  const inRange = oncePerRecent((range: GearRange) => fedInRange(input, range))
  const lockupMostPa = lockupMost(input)
  const commanded = ({ range, throttle, feed = range.reverse ? 'reverse' : 'drive' }: OilPoint) => {
    const made = circuit ? regulatedPressure(circuit.valves, feed, throttle) : Infinity
    return byValves ? made : Math.min(made, range.reverse ? pressure.reversePa : pressure.drivePa)
  }
  const demandAt = (point: OilPoint): OilDemand => ({
    commandedPa: commanded(point),
    pumpRadPerS: point.engineRadPerS,
    kelvin: point.kelvin ?? hot,
    ...inRange(point.range),
  })
  return {
    circuit,
    byValves,
    demandAt,
    at(point) {
      if (circuit) return linePressure(circuit, demandAt(point))
      const commandedPa = commanded(point)
      return heldToMaximum(commandedPa, commandedPa, 'as-commanded', inRange(point.range).mostPa)
    },
    lockupAt: (linePa) => lockupOil(pressure, linePa, lockupMostPa),
  }
}
