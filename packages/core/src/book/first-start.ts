import { lockedRanges } from '../judge/duty.js'
import { canLock, fittedConverter } from '../judge/fitted.js'
import { matchFigures } from '../judge/match.js'
import { drivingRanges } from '../diagnosis/breakage.js'
import { engineOfBrief } from '../model/brief.js'
import type { GearRange } from '../gearing/train.js'
import type { SpecInput } from '../model/spec-input.js'
import type { Answer } from '../reports/answer.js'
import { isDualFed } from './air-test.js'
import { pressureReport, type FillRow, type GaugeRow } from '../reports/pressure-report.js'

/** Possible observations on the first start and on the road, by kind. The first one of each kind is good. */
export const FELT = {
  engage: ['prompt', 'slow', 'bangs', 'no-drive'],
  shift: ['good', 'soft', 'harsh', 'flare', 'ties-up'],
  lockup: ['applies', 'slips', 'none'],
  leaks: ['dry', 'seeps', 'leaks'],
} as const
export type FeltKind = keyof typeof FELT
export type Felt = (typeof FELT)[FeltKind][number]

/** A check of the first start or of the road test. */
export type StartCheck = { readonly id: string } & (
  | { readonly kind: 'gauge'; readonly row: GaugeRow; readonly oil: 'hot' | 'cold'; readonly expectedPa: number }
  /** Stall speed, and the seconds until the oil is at its limit. */
  | { readonly kind: 'stall'; readonly expectedRadPerS: number; readonly secondsMost: number }
  /** `fillS` is the time to fill the slowest piston at hot idle, if it is known. `sharesFeed`: reverse feeds a clutch with dual feed. */
  | { readonly kind: 'felt'; readonly felt: FeltKind; readonly rangeId: string | null; readonly fillS?: number; readonly sharesFeed?: true }
)

/** Checks of a build: gauge pressures hot and cold, stall, then engagements, shifts, lockup and leaks. */
export function startChecks(input: SpecInput, answer: Answer): StartCheck[] {
  const { gauge = [], fills = [] } = pressureReport(input, answer) ?? {}
  const gauges = gauge.flatMap((row) =>
    (['cold', 'hot'] as const).map((oil): StartCheck => ({ id: `${row.at}-${oil}`, kind: 'gauge', row, oil, expectedPa: row[oil].madePa })),
  )
  const driving = drivingRanges(input.unit.train)
  const forward = driving.filter(({ reverse }) => !reverse)
  const engaged = [...forward.slice(0, 1), ...driving.filter(({ reverse }) => reverse)]
  const locks = lockedRanges({ train: input.unit.train, rules: input.rules, lockup: canLock(input), brief: input.brief })
  return [
    ...gauges,
    ...stallCheck(input),
    ...engaged.map((range) => engagement(input, range, fills)),
    ...forward.slice(1).map(({ id }): StartCheck => ({ id: `shift-${slugOf(id)}`, kind: 'felt', felt: 'shift', rangeId: id })),
    ...locks.map(({ id }): StartCheck => ({ id: `lockup-${slugOf(id)}`, kind: 'felt', felt: 'lockup', rangeId: id })),
    { id: 'leaks', kind: 'felt', felt: 'leaks', rangeId: null },
  ]
}

/** Engagement of a range from neutral at idle. */
function engagement({ unit, fitted }: SpecInput, { id, on, reverse = false }: GearRange, fills: readonly FillRow[]): StartCheck {
  const own = fills.filter((row) => row.at === 'idle' && row.rangeId === id).map(({ seconds }) => seconds)
  const applied = unit.stations.flatMap((station) => {
    const part = fitted.get(station.id)
    return part?.kind === 'pack' && station.load.at === 'link' && on.includes(station.load.id) ? [part.geometry] : []
  })
  return {
    id: `engage-${slugOf(id)}`,
    kind: 'felt',
    felt: 'engage',
    rangeId: id,
    ...(reverse && applied.some(isDualFed) ? { sharesFeed: true } : {}),
    ...(own.length > 0 && own.every(Number.isFinite) ? { fillS: Math.max(...own) } : {}),
  }
}

/** Line pressures read at full throttle, hot, Pa. */
export interface PressuresRead {
  readonly drivePa?: number
  readonly reversePa?: number
}

/** Pressures read at the first start that say what the build holds: at stall in drive, and in reverse. */
export function pressuresRead(readings: Readonly<Record<string, number | undefined>>): PressuresRead {
  const { 'stall-hot': drivePa, 'reverse-stall-hot': reversePa } = readings
  return { ...(drivePa === undefined ? {} : { drivePa }), ...(reversePa === undefined ? {} : { reversePa }) }
}

/** A build with the line pressures that were read on it: by the gauge, whatever its valves should make. Pressures not read stay as designed. */
export function atPressuresRead(input: SpecInput, answer: Answer, { drivePa, reversePa }: PressuresRead): SpecInput['pressure'] {
  const made = (reverse: boolean): number | undefined =>
    answer.cases.find(({ kind }) => (reverse ? kind === 'reverse' : kind === 'launch'))?.madePa
  return {
    ...input.pressure,
    by: 'gauge',
    drivePa: drivePa ?? made(false) ?? input.pressure.drivePa,
    reversePa: reversePa ?? made(true) ?? input.pressure.reversePa,
  }
}

const slugOf = (name: string): string => name.toLowerCase().replace(/[^a-z0-9]+/g, '-')

function stallCheck(input: SpecInput): StartCheck[] {
  const engine = engineOfBrief(input.brief.engine)
  const converter = fittedConverter(input)
  if (!engine.ok || !converter) return []
  const { brief, rules, unit } = input
  const { stall, heat } = matchFigures({ engine: engine.value, converter, brief, rules, train: unit.train })
  return [{ id: 'stall', kind: 'stall', expectedRadPerS: stall.engineSpeedRadPerS, secondsMost: heat.secondsToLimit }]
}

/** Deviation up to which a reading agrees, as a fraction of the expected value (common practice, no source). */
const AGREES = { gauge: 0.1, stall: 0.06 } as const

/** True if a reading agrees with what is expected; "low" or "high" otherwise. */
export function readingVerdict(check: Extract<StartCheck, { kind: 'gauge' | 'stall' }>, reading: number): 'agrees' | 'low' | 'high' {
  const expected = check.kind === 'gauge' ? check.expectedPa : check.expectedRadPerS
  const off = reading / expected - 1
  if (Math.abs(off) <= AGREES[check.kind]) return 'agrees'
  return off < 0 ? 'low' : 'high'
}
