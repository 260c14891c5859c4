import { gearingOf, type RangeSolution } from '../gearing/solve.js'
import type { DutyCase } from '../judge/duty.js'
import { loadShare } from '../judge/load.js'
import { breakingRank, GREATEST_SCALE, heldInCase, LEAST_SCALE } from '../judge/power-held.js'
import { askedOf } from '../judge/worst-point.js'
import type { Unit } from '../model/unit.js'
import type { Limit } from '../parts/limit.js'
import type { Margins } from './wishes.js'

/** Demand of one load case on limits of one load and kind of shock. */
export interface Demand {
  readonly duty: DutyCase
  readonly range: RangeSolution
  /** Torque demand at an engine power, with service factor and margin, N·m. */
  askedNm(powerW: number): number
  /** Power at which demand reaches a torque capacity, W. */
  powerW(capacityNm: number): number
}

/** Demands of all load cases on limits of one load and kind of shock. */
export interface Demands {
  readonly cases: readonly Demand[]
  /** Power at which the most severe demand reaches a torque capacity, W. */
  powerW(capacityNm: number): number
}

/** Load cases, and the demands that are already computed from them by load and kind of shock. */
export interface LoadCases {
  readonly cases: readonly DutyCase[]
  readonly peakPowerW: number
  readonly demands: Map<string, Demands>
}

/** Limits with the same key have the same demands. */
export function demandKey({ load, shock }: Pick<Limit, 'load' | 'shock'>): string {
  const id = load.at === 'link' || load.at === 'shift' ? load.id : load.at === 'sets' ? load.ids.join(' ') : ''
  return `${load.at} ${id} ${shock}`
}

/** Computes the demands on limits of one load and kind of shock. Cached by `key`, the demand key of the limit. */
export function demandsOn(loads: LoadCases, unit: Unit, key: string, limit: Pick<Limit, 'load' | 'shock'>, margins: Margins): Demands {
  const before = loads.demands.get(key)
  if (before) return before
  const made = demandsOf(loads, unit, limit, margins[limit.shock])
  loads.demands.set(key, made)
  return made
}

function demandsOf({ cases, peakPowerW }: LoadCases, { train }: Unit, limit: Pick<Limit, 'load' | 'shock'>, margin: number): Demands {
  const { load, shock } = limit
  const gearing = gearingOf(train)
  const scales = { least: LEAST_SCALE * peakPowerW, most: GREATEST_SCALE * peakPowerW }
  const found = cases.flatMap((duty) => {
    const range = gearing.get(duty.rangeId)
    if (!range || (load.at === 'shift' && !duty.upshift?.coming.includes(load.id))) return []
    const { source, share } = loadShare(load, range)
    const point = duty[source]
    if (!(share > 0) || !(point.torqueNm > 0)) return []
    const meets = { factor: duty.factors[shock], shock }
    const asked = share * margin
    // Proportional unless inertia torque or the tire limit is involved.
    const perNm = (point.made ?? point.tyres) ? undefined : peakPowerW / (asked * meets.factor * point.torqueNm)
    const demand: Demand = {
      duty,
      range,
      askedNm: (powerW) => asked * askedOf(point, meets, powerW / peakPowerW),
      powerW: (capacityNm) =>
        perNm === undefined
          ? breakingRank(heldInCase(capacityNm / asked, meets, point, peakPowerW))
          : withinScales(capacityNm * perNm, scales),
    }
    return [{ demand, perNm }]
  })
  const all = found.map(({ demand }) => demand)
  const perNm = found.reduce<number | undefined>(
    (least, each) => (each.perNm === undefined ? undefined : least && Math.min(least, each.perNm)),
    Infinity,
  )
  return {
    cases: all,
    powerW: (capacityNm) =>
      perNm === undefined ? Math.min(...all.map((demand) => demand.powerW(capacityNm))) : withinScales(capacityNm * perNm, scales),
  }
}

/** Power between the engine scales of the search: below it, no power is held; above it, nothing limits. */
const withinScales = (powerW: number, { least, most }: { readonly least: number; readonly most: number }): number =>
  powerW < least ? 0 : powerW > most ? Number.MAX_VALUE : powerW
