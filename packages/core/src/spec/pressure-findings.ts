import { bandForce } from '../band/band.js'
import type { SpecInput } from './answer.js'
import { canLock } from './fitted.js'
import type { DutyCase } from './duty.js'
import type { Finding } from './findings.js'
import { lineOil, lockupOilOf } from './line-oil.js'
import { reliefOpening } from '../pressure/regulator.js'
import type { Part } from './part.js'
import { leastStated } from './stated.js'
import type { Station } from './unit.js'

/** Findings that name the state in which line pressure leaves a spec: they stand in the sentence beside the power held. */
export const PRESSURE_STATES = [
  'relief-opens',
  'pump-falls-short',
  'pressure-above-case',
  'pressure-above-maximum',
  'strut-above-maximum',
  'valves-not-fitted',
] as const satisfies readonly Finding['code'][]

export const isPressureState = ({ code }: Finding): boolean => (PRESSURE_STATES as readonly string[]).includes(code)

/** A maximum of pressure, and what stands against it at its worst. */
export interface PressureMaximum {
  /** Nothing for the case. */
  readonly stationId: string | null
  readonly rangeId: string | null
  readonly valuePa: number
  readonly maximumPa: number
}

/**
 * Everything that has a maximum of pressure, front to rear and the case last, with the most that stands there: packs and bands in the ranges in
 * which they are on, pump, valves and case anywhere, the lockup at its own pressure, the converter at what it is charged or locked with.
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
  switch (part.kind) {
    case 'pack':
    case 'band': {
      const { load } = station
      const on = highest(load.at === 'link' ? cases.filter(({ rangeId }) => isOn(input, rangeId, load.id)) : [])
      return on && lineOf(on)
    }
    case 'pump':
    case 'valves': {
      const line = highest(cases)
      return line && lineOf(line)
    }
    case 'lockup':
      return canLock(input) ? { rangeId: null, valuePa: lockupOilOf(input).applyPa } : undefined
    case 'converter': {
      const { circuit, fullPa } = lineOil(input)
      const charged = circuit ? [Math.min(fullPa, circuit.valves.converterLimitPa)] : []
      const locked = canLock(input) ? [lockupOilOf(input).applyPa] : []
      const all = [...charged, ...locked]
      return all.length > 0 ? { rangeId: null, valuePa: Math.max(...all) } : undefined
    }
    default:
      return undefined
  }
}

const highest = (cases: readonly DutyCase[]): DutyCase | undefined =>
  cases.reduce<DutyCase | undefined>((most, duty) => (most && most.linePressurePa >= duty.linePressurePa ? most : duty), undefined)

const lineOf = ({ rangeId, linePressurePa }: DutyCase): Most => ({ rangeId, valuePa: linePressurePa })

export const isOn = ({ unit }: Pick<SpecInput, 'unit'>, rangeId: string, element: string): boolean =>
  unit.train.ranges.find((r) => r.id === rangeId)?.on.includes(element) ?? false

/** Line pressure that does not stand as commanded, and maxima that it is above. Power held is worked out with what stands. */
export function pressureFindings(input: SpecInput, cases: readonly DutyCase[]): Finding[] {
  const { circuit } = lineOil(input)
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
            limit: short.linePressurePa,
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
  ]
}

/** A servo that pushes harder than its strut and lever bear, in the range in which it pushes hardest. */
function strutFindings(input: SpecInput, cases: readonly DutyCase[]): Finding[] {
  return input.unit.stations.flatMap(({ id: stationId, load }): Finding[] => {
    const part = input.fitted.get(stationId)
    if (part?.kind !== 'band' || load.at !== 'link' || part.geometry.strutMostN === undefined) return []
    const on = highest(cases.filter(({ rangeId }) => isOn(input, rangeId, load.id)))
    const [value, limit] = [on ? bandForce(part.geometry, on) : 0, part.geometry.strutMostN]
    return on && value > limit ? [{ code: 'strut-above-maximum', stationId, rangeId: on.rangeId, value, limit }] : []
  })
}

const missing = ({ commandedPa, linePressurePa }: DutyCase) => commandedPa - linePressurePa
