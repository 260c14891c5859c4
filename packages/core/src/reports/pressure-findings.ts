import { bandForce } from '../parts/band/band.js'
import type { SpecInput } from '../model/spec-input.js'
import { canLock } from '../judge/fitted.js'
import type { DutyCase } from '../judge/duty.js'
import type { Finding } from './finding.js'
import type { OilCircuit } from '../parts/valves/line-pressure.js'
import { regulatedPressure, reliefOpening } from '../parts/valves/regulator.js'
import { lockupOil } from '../model/calibration.js'
import { oilCircuit } from '../judge/line-oil.js'
import type { Part } from '../model/part.js'
import { pressureAt } from '../parts/registry.js'
import { leastStated } from '../model/stated.js'
import type { Station } from '../model/unit.js'
import { isOneOf } from '../numeric/records.js'

/** Findings that name the state in which line pressure leaves a spec: they are named in the sentence beside the power held. */
export const PRESSURE_STATES = [
  'relief-opens',
  'pump-falls-short',
  'gauge-above-valves',
  'lockup-above-line',
  'pressure-above-case',
  'pressure-above-maximum',
  'strut-above-maximum',
  'valves-not-fitted',
] as const satisfies readonly Finding['code'][]

/** True if a finding describes the line pressure that the ratings use. */
export const isPressureState = ({ code }: Finding): boolean => isOneOf(PRESSURE_STATES, code)

/** A maximum of pressure, and the most that is made against it. */
export interface PressureMaximum {
  /** Nothing for the case. */
  readonly stationId: string | null
  readonly rangeId: string | null
  readonly valuePa: number
  readonly maximumPa: number
}

/**
 * Everything that has a maximum of pressure, front to rear and the case last, with the most that is made there: packs and bands in the ranges
 * in which they are on, pump, valves and case anywhere, the lockup at its own pressure, the converter at what it is charged or locked with.
 */
export function pressureMaxima(input: SpecInput, cases: readonly DutyCase[]): PressureMaximum[] {
  const own = input.unit.stations.flatMap((station): PressureMaximum[] => {
    const part = input.fitted.get(station.id)
    const maximumPa = part && leastStated(part.stated, 'pressurePa')
    if (!part || maximumPa === undefined) return []
    const most = mostAt(input, station, part, cases)
    return most ? [{ stationId: station.id, maximumPa, ...most }] : []
  })
  const line = highest(cases)
  const { casePressurePa } = input.unit
  return casePressurePa === undefined || !line ? own : [...own, { stationId: null, maximumPa: casePressurePa, ...lineOf(line) }]
}

type Most = Pick<PressureMaximum, 'rangeId' | 'valuePa'>

function mostAt(input: SpecInput, station: Station, part: Part, cases: readonly DutyCase[]): Most | undefined {
  switch (pressureAt(part)) {
    case 'applied': {
      const { load } = station
      const on = highest(load.at === 'link' ? cases.filter(({ rangeId }) => isOn(input, rangeId, load.id)) : [])
      return on && lineOf(on)
    }
    case 'line': {
      const line = highest(cases)
      return line && lineOf(line)
    }
    case 'lockup': {
      const locked = lockupMade(input, cases)
      return locked === undefined ? undefined : { rangeId: null, valuePa: locked }
    }
    case 'converter': {
      const valves = oilCircuit(input)?.valves
      const line = highest(cases)
      const charged = valves && line ? [Math.min(line.madePa, valves.converterLimitPa)] : []
      const locked = lockupMade(input, cases)
      const all = locked === undefined ? charged : [...charged, locked]
      return all.length > 0 ? { rangeId: null, valuePa: Math.max(...all) } : undefined
    }
    case undefined:
      return undefined
  }
}

const highest = (cases: readonly DutyCase[]): DutyCase | undefined =>
  cases.reduce<DutyCase | undefined>((most, duty) => (most && most.madePa >= duty.madePa ? most : duty), undefined)

const lineOf = ({ rangeId, madePa }: DutyCase): Most => ({ rangeId, valuePa: madePa })

/** The locked case with the highest line pressure. Undefined if the converter is never locked. */
const lockedCase = (input: SpecInput, cases: readonly DutyCase[]): DutyCase | undefined =>
  canLock(input) ? highest(cases.filter(({ kind }) => kind === 'lockup' || kind === 'locked-shift')) : undefined

/** Most apply pressure that is made at the lockup piston, whatever clutch and converter bear. */
export function lockupMade(input: SpecInput, cases: readonly DutyCase[]): number | undefined {
  const duty = lockedCase(input, cases)
  return duty && lockupOil(input.pressure, duty.madePa).applyPa
}

/** True if an element is applied in a range. */
export const isOn = ({ unit }: Pick<SpecInput, 'unit'>, rangeId: string, element: string): boolean =>
  unit.train.ranges.find((r) => r.id === rangeId)?.on.includes(element) ?? false

/** A gauge is read no nearer than this (common practice, no source). */
const GAUGE_READING = 0.01

/**
 * Gauge figures above what the fitted valves make at full throttle, line pressure that is not as commanded, and maxima that it is above. Power
 * held uses the pressure that is available within all limits.
 */
export function pressureFindings(input: SpecInput, cases: readonly DutyCase[]): Finding[] {
  const circuit = oilCircuit(input)
  const stationOf = (kind: Part['kind']) => input.unit.stations.find((station) => station.kind === kind)?.id ?? null
  const worst = (state: DutyCase['lineState']) =>
    cases
      .filter(({ lineState }) => lineState === state)
      .reduce<DutyCase | undefined>((most, duty) => (most && missing(most) >= missing(duty) ? most : duty), undefined)
  const [relief, short] = [worst('relief-open'), worst('short-of-oil')]
  const above = pressureMaxima(input, cases).filter(({ valuePa, maximumPa }) => valuePa > maximumPa)
  return [
    ...(input.pressure.by === 'valves' && !circuit
      ? [{ code: 'valves-not-fitted' as const, stationId: stationOf('valves'), rangeId: null, value: 0, limit: 0 }]
      : []),
    ...(circuit && input.pressure.by !== 'valves' ? gaugeFindings(input, circuit, stationOf('valves')) : []),
    ...(relief && circuit
      ? [
          {
            code: 'relief-opens' as const,
            stationId: stationOf('valves'),
            rangeId: relief.rangeId,
            value: relief.commandedPa,
            limit: reliefOpening(circuit.valves),
          },
        ]
      : []),
    ...(short
      ? [
          {
            code: 'pump-falls-short' as const,
            stationId: stationOf('pump'),
            rangeId: short.rangeId,
            value: short.commandedPa,
            limit: short.madePa,
          },
        ]
      : []),
    ...above.map(({ stationId, rangeId, valuePa, maximumPa }): Finding => ({
      code: stationId === null ? 'pressure-above-case' : 'pressure-above-maximum',
      stationId,
      rangeId,
      value: valuePa,
      limit: maximumPa,
    })),
    ...strutFindings(input, cases),
    ...lockupLineFindings(input, cases),
  ]
}

/** Gauge readings in drive and in reverse that the fitted valves do not make even at full throttle. */
function gaugeFindings({ unit, pressure }: SpecInput, { valves }: OilCircuit, stationId: string | null): Finding[] {
  return (['drive', 'reverse'] as const).flatMap((feed): Finding[] => {
    const range = unit.train.ranges.find(({ reverse = false }) => reverse === (feed === 'reverse'))
    const [value, limit] = [feed === 'reverse' ? pressure.reversePa : pressure.drivePa, regulatedPressure(valves, feed, 1)]
    const rangeId = feed === 'reverse' ? (range?.id ?? null) : null
    return range && value > limit * (1 + GAUGE_READING) ? [{ code: 'gauge-above-valves', stationId, rangeId, value, limit }] : []
  })
}

/** A lockup pressure that is set above the line that it is fed from. */
function lockupLineFindings(input: SpecInput, cases: readonly DutyCase[]): Finding[] {
  const value = input.pressure.lockupApplyPa ?? 0
  const [line, station] = [lockedCase(input, cases), input.unit.stations.find(({ kind }) => kind === 'lockup')]
  const [stationId, rangeId] = [station?.id ?? null, null]
  return line && value > line.madePa * (1 + GAUGE_READING)
    ? [{ code: 'lockup-above-line', stationId, rangeId, value, limit: line.madePa }]
    : []
}

/** A servo that pushes harder than its strut and lever bear, in the range in which it pushes hardest. */
function strutFindings(input: SpecInput, cases: readonly DutyCase[]): Finding[] {
  return input.unit.stations.flatMap(({ id: stationId, load }): Finding[] => {
    const part = input.fitted.get(stationId)
    if (part?.kind !== 'band' || load.at !== 'link' || part.geometry.strutMostN === undefined) return []
    const on = highest(cases.filter(({ rangeId }) => isOn(input, rangeId, load.id)))
    const [value, limit] = [on ? bandForce(part.geometry, { ...on, linePressurePa: on.madePa }) : 0, part.geometry.strutMostN]
    return on && value > limit ? [{ code: 'strut-above-maximum', stationId, rangeId: on.rangeId, value, limit }] : []
  })
}

const missing = ({ commandedPa, madePa }: DutyCase) => commandedPa - madePa
