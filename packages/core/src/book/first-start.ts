import { lockedRanges } from '../judge/duty.js'
import { canLock, fittedConverter } from '../judge/fitted.js'
import { matchFigures } from '../judge/match.js'
import { drivingRanges } from '../diagnosis/breakage.js'
import { engineOfBrief } from '../model/brief.js'
import type { SpecInput } from '../model/spec-input.js'
import type { Answer } from '../reports/answer.js'
import { pressureReport, type GaugeRow } from '../reports/pressure-report.js'

/** Possible observations on the first start and on the road, by kind. The first one of each kind is good. */
export const FELT = {
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
  | { readonly kind: 'felt'; readonly felt: FeltKind; readonly rangeId: string | null }
)

/** Checks of a build: gauge pressures hot and cold, stall, then shifts, lockup and leaks. */
export function startChecks(input: SpecInput, answer: Answer): StartCheck[] {
  const rows = pressureReport(input, answer)?.gauge ?? []
  const gauges = rows.flatMap((row) =>
    (['cold', 'hot'] as const).map((oil): StartCheck => ({ id: `${row.at}-${oil}`, kind: 'gauge', row, oil, expectedPa: row[oil].madePa })),
  )
  const forward = drivingRanges(input.unit.train).filter(({ reverse }) => !reverse)
  const locks = lockedRanges({ train: input.unit.train, rules: input.rules, lockup: canLock(input), brief: input.brief })
  return [
    ...gauges,
    ...stallCheck(input),
    ...forward.slice(1).map(({ id }): StartCheck => ({ id: `shift-${slugOf(id)}`, kind: 'felt', felt: 'shift', rangeId: id })),
    ...locks.map(({ id }): StartCheck => ({ id: `lockup-${slugOf(id)}`, kind: 'felt', felt: 'lockup', rangeId: id })),
    { id: 'leaks', kind: 'felt', felt: 'leaks', rangeId: null },
  ]
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
