import { isOn } from '../reports/pressure-findings.js'
import type { DutyCase } from '../judge/duty.js'
import { oilCircuit } from '../judge/line-oil.js'
import { GAUGE_MOST_PSI, lockupOil, RELEASE_PA, type PressureCalibration } from '../model/calibration.js'
import type { Part } from '../model/part.js'
import type { SpecInput } from '../model/spec-input.js'
import { leastStated } from '../model/stated.js'
import type { Station } from '../model/unit.js'
import { bandForce } from '../parts/band/band.js'
import { lockupSpan, pistonLimit } from '../parts/lockup/lockup-clutch.js'
import { pressureAt } from '../parts/registry.js'
import { regulatedPressure, reliefOpening } from '../parts/valves/regulator.js'
import { toSi } from '../quantity/units.js'
import type { OilSide } from './holding.js'

/** Drive, reverse and lockup pressure, Pa. */
export type OilPressures = Readonly<Record<OilSide, number>>

export const NO_PRESSURE: OilPressures = { drive: 0, reverse: 0, lockup: 0 }
export const ANY_PRESSURE: OilPressures = { drive: Infinity, reverse: Infinity, lockup: Infinity }

/** Pressure range of a part. */
export interface OilSpan {
  readonly least: OilPressures
  readonly most: OilPressures
}

/** The lower value of each pressure. */
export const lowerPressures = (a: OilPressures, b: OilPressures): OilPressures => ({
  drive: Math.min(a.drive, b.drive),
  reverse: Math.min(a.reverse, b.reverse),
  lockup: Math.min(a.lockup, b.lockup),
})

const GAUGE_MOST = { drivePa: toSi(GAUGE_MOST_PSI.drive, 'psi'), reversePa: toSi(GAUGE_MOST_PSI.reverse, 'psi') }

/**
 * Highest pressures that valves, relief valve and case allow. Reverse is computed at its share of throttle, at which valves may make less
 * than the gauge shows at full throttle.
 */
export function madePressures({ unit, brief, fitted, pressure }: SpecInput): OilPressures {
  const circuit = oilCircuit({ unit, fitted, pressure })
  const bears = unit.casePressurePa ?? Infinity
  const made = (feed: 'drive' | 'reverse', throttle: number) =>
    circuit ? Math.min(regulatedPressure(circuit.valves, feed, throttle), reliefOpening(circuit.valves)) : Infinity
  const drive = Math.min(GAUGE_MOST.drivePa, made('drive', 1), bears)
  const reverse = Math.min(GAUGE_MOST.reversePa, made('reverse', brief.reverseThrottle), bears)
  // Line pressure feeds the lockup.
  return { drive, reverse, lockup: drive }
}

/** Commanded pressures of a build, before relief valve, pump and pressure limits of parts. */
export function setPressures(input: SpecInput): OilPressures {
  const { unit, brief, fitted, pressure } = input
  const circuit = oilCircuit({ unit, fitted, pressure })
  const commanded = (feed: 'drive' | 'reverse', throttle: number, gaugePa: number) => {
    const made = circuit ? regulatedPressure(circuit.valves, feed, throttle) : Infinity
    return pressure.by === 'valves' && circuit ? made : Math.min(made, gaugePa)
  }
  const drive = commanded('drive', 1, pressure.drivePa)
  return { drive, reverse: commanded('reverse', brief.reverseThrottle, pressure.reversePa), lockup: lockupOil(pressure, drive).applyPa }
}

/** Pressure range of a part where it is applied or fed. */
export function spanOf(input: Pick<SpecInput, 'unit' | 'pressure'>, station: Station, part: Part, cases: readonly DutyCase[]): OilSpan {
  const stated = leastStated(part.stated, 'pressurePa') ?? Infinity
  const release = input.pressure.lockupReleasePa ?? RELEASE_PA
  switch (pressureAt(part)) {
    case 'line':
      return { least: NO_PRESSURE, most: { drive: stated, reverse: stated, lockup: Infinity } }
    case 'applied':
      return { least: NO_PRESSURE, most: appliedMost(input, station, part, cases, stated) }
    case 'converter':
      return { least: NO_PRESSURE, most: { ...ANY_PRESSURE, lockup: stated } }
    case 'lockup': {
      if (part.kind !== 'lockup') return { least: NO_PRESSURE, most: ANY_PRESSURE }
      const span = lockupSpan(part.geometry, release)
      const known = pistonLimit(part.geometry)
      const most = Math.min(stated, (known ?? Infinity) + release, (span?.liftsAbovePa ?? Infinity) + release)
      const least = span && span.bearsFromPa > 0 ? span.bearsFromPa + release : 0
      return { least: { ...NO_PRESSURE, lockup: least }, most: { ...ANY_PRESSURE, lockup: most } }
    }
    case undefined:
      return { least: NO_PRESSURE, most: ANY_PRESSURE }
  }
}

/** Highest pressures of a clutch or band in the gears in which it is applied: the stated limit, and for a band also the strut limit. */
function appliedMost(
  { unit }: Pick<SpecInput, 'unit'>,
  { load }: Station,
  part: Part,
  cases: readonly DutyCase[],
  statedPa: number,
): OilPressures {
  if (load.at !== 'link') return ANY_PRESSURE
  const most = { ...ANY_PRESSURE }
  for (const { rangeId } of cases) {
    if (!isOn({ unit }, rangeId, load.id)) continue
    const side = unit.train.ranges.find(({ id }) => id === rangeId)?.reverse ? 'reverse' : 'drive'
    const strutPa = part.kind === 'band' ? strutPressure(part.geometry, rangeId) : Infinity
    most[side] = Math.min(most[side], statedPa, strutPa)
  }
  return most
}

/** Line pressure at which servo force reaches the strut limit. Force is linear in pressure above the return spring. */
function strutPressure(band: Parameters<typeof bandForce>[0], rangeId: string): number {
  const { strutMostN } = band
  if (strutMostN === undefined) return Infinity
  const [low, high] = [3.5e6, 7e6]
  const force = (linePressurePa: number) => bandForce(band, { linePressurePa, rangeId })
  const slope = (force(high) - force(low)) / (high - low)
  return slope > 0 ? low + (strutMostN - force(low)) / slope : Infinity
}

/** Resolution of a planned gauge setting, 1 psi. */
const STEP_PA = toSi(1, 'psi')

/** Keeps a pressure if it is in range. Otherwise returns the nearest allowed pressure, rounded to whole psi if possible. */
function nearestAllowed(presentPa: number, leastPa: number, mostPa: number): number {
  if (presentPa >= leastPa && presentPa <= mostPa) return presentPa
  const wanted = presentPa > mostPa ? mostPa : leastPa
  const whole = (presentPa > mostPa ? Math.floor(wanted / STEP_PA) : Math.ceil(wanted / STEP_PA - 1e-9)) * STEP_PA
  return whole >= leastPa && whole <= mostPa ? whole : wanted
}

/** Sets line pressure to the range that the parts need and allow. Pressures already in range are kept. */
export function pressureWithin(present: PressureCalibration, least: OilPressures, most: OilPressures): PressureCalibration {
  const { lockupApplyPa: _apply, ...rest } = present
  void _apply
  const line = {
    drive: nearestAllowed(present.drivePa, least.drive, most.drive),
    reverse: nearestAllowed(present.reversePa, least.reverse, most.reverse),
  }
  const own = present.lockupApplyPa ?? line.drive
  const apply = Math.min(line.drive, nearestAllowed(own, least.lockup, Math.min(most.lockup, line.drive)))
  const asLine = present.lockupApplyPa === undefined && apply === line.drive
  return { ...rest, drivePa: line.drive, reversePa: line.reverse, ...(asLine ? {} : { lockupApplyPa: apply }) }
}
