import { baseRates } from '../book/base-rates.js'
import { certain, numberAt } from '../numeric/certain.js'
import type { Unit } from '../model/unit.js'
import { suspectId, suspectsOf, type Suspect } from './candidates.js'
import { chanceOf, checksOf, type Check } from './checks.js'
import type { FaultFrequency } from './fault-kind.js'
import { agrees, chanceSeen, type SeenState } from './seen.js'
import { SIGN_BY_CHANCE, SIGN_CHANCE, type SignId } from './signs.js'

/** What is found of a unit that comes in: its ranges as far as they were driven, signs, and checks made since by their ids. */
export interface FaultFindings {
  readonly ranges: Readonly<Record<string, SeenState>>
  readonly signs: readonly SignId[]
  readonly checks: Readonly<Record<string, string>>
}

/** What is known beside: how often each fault was found here, by its id, and the margin with which a place carried its load. */
export interface ShopHistory {
  readonly records?: Readonly<Record<string, number>>
  readonly margins?: Readonly<Record<string, number>>
}

/** A fault with what speaks for it and against it. */
export interface Candidate extends Suspect {
  readonly id: string
  /** Share among all candidates, 0 to 1. */
  readonly share: number
  /** Ranges found as it would have them, and those found otherwise. */
  readonly explains: readonly string[]
  readonly against: readonly string[]
  /** Signs that go with it. */
  readonly shows: readonly SignId[]
  /** How often it was found in this shop. */
  readonly found: number
  /** Margin of the failed place. `null` if unknown. */
  readonly margin: number | null
}

export interface NextCheck extends Check {
  /** How much it is expected to tell, in bits. */
  readonly bits: number
}

export interface Diagnosis {
  /** The likeliest first. */
  readonly candidates: readonly Candidate[]
  /** Checks not made yet, the one that splits the candidates best for its work first. */
  readonly next: readonly NextCheck[]
}

/** How much more usual, against a rare one (common practice, no source). */
const WEIGHT: Readonly<Record<FaultFrequency, number>> = { common: 9, sometimes: 3, rare: 1 }

/** What carried its load with a margin under 1 is that much more likely what gave way. */
const overload = (margin: number | undefined): number => (margin === undefined || margin >= 1 ? 1 : Math.min(6, margin ** -3))

/**
 * Ranks what may be wrong by how well it fits what is found times how usual it is (Bayes' rule, each range, sign and check by itself), and
 * finds the check that splits the candidates best: expected information over the work that it takes (Shannon 1948).
 * With nothing found the ranking is how usual each fault is.
 */
export function diagnose(unit: Unit, seen: FaultFindings, known: ShopHistory = {}): Diagnosis {
  const suspects = suspectsOf(unit)
  const checks = checksOf(unit.train)
  const rates = baseRates(
    suspects.map(({ often }) => WEIGHT[often]),
    suspects.map((suspect) => known.records?.[suspectId(suspect)] ?? 0),
  )
  const weights = suspects.map((suspect, i) => numberAt(rates, i) * overloadOf(suspect, known) * fit(suspect, seen, checks))
  const total = weights.reduce((sum, w) => sum + w, 0)
  const shares = weights.map((w) => w / total)
  const candidates = suspects.map((suspect, i) => candidate(suspect, numberAt(shares, i), seen, known))
  const open = checks.filter(({ id, kind, at }) => seen.checks[id] === undefined && !(kind === 'drive' && at !== null && seen.ranges[at]))
  const next = open.map((one): NextCheck => ({ ...one, bits: bitsOf(one, suspects, shares) }))
  return {
    candidates: candidates.sort((a, b) => b.share - a.share || (a.id < b.id ? -1 : 1)),
    next: next.filter(({ bits }) => bits > 1e-3).sort((a, b) => b.bits / b.effort - a.bits / a.effort),
  }
}

const overloadOf = (suspect: Suspect, { margins }: ShopHistory): number =>
  suspect.place === 'train' && givesWay(suspect) ? overload(margins?.[suspect.at]) : 1

/** Faults that overload brings about. */
const givesWay = ({ kind }: Suspect): boolean => kind === 'broken' || kind === 'weak' || kind === 'free'

function fit(suspect: Suspect, { ranges, signs, checks: made }: FaultFindings, checks: readonly Check[]): number {
  let chance = 1
  for (const [id, state] of Object.entries(ranges)) if (suspect.ranges[id]) chance *= chanceSeen(state, suspect.ranges[id])
  for (const sign of signs) chance *= suspect.signs[sign] ? SIGN_CHANCE[suspect.signs[sign]] : SIGN_BY_CHANCE
  for (const one of checks) if (made[one.id] !== undefined) chance *= chanceOf(one, certain(made[one.id]), suspect)
  return chance
}

function candidate(suspect: Suspect, share: number, seen: FaultFindings, { records, margins }: ShopHistory): Candidate {
  const driven = Object.entries(seen.ranges).flatMap(([range, state]) => {
    const left = suspect.ranges[range]
    return left ? [{ range, asFound: agrees(state, left) }] : []
  })
  const id = suspectId(suspect)
  return {
    ...suspect,
    id,
    share,
    explains: driven.flatMap(({ range, asFound }) => (asFound ? [range] : [])),
    against: driven.flatMap(({ range, asFound }) => (asFound ? [] : [range])),
    shows: seen.signs.filter((sign) => suspect.signs[sign]),
    found: records?.[id] ?? 0,
    margin: suspect.place === 'train' ? (margins?.[suspect.at] ?? null) : null,
  }
}

const entropy = (shares: readonly number[]): number => shares.reduce((sum, p) => (p > 0 ? sum - p * Math.log2(p) : sum), 0)

/** Expected information of a check about which candidate it is: entropy before less the entropy after, over its results. */
function bitsOf(one: Check, suspects: readonly Suspect[], shares: readonly number[]): number {
  const after = one.results.reduce((sum, result) => {
    const joint = suspects.map((suspect, i) => numberAt(shares, i) * chanceOf(one, result, suspect))
    const chance = joint.reduce((a, b) => a + b, 0)
    return chance > 0 ? sum + chance * entropy(joint.map((p) => p / chance)) : sum
  }, 0)
  return Math.max(0, entropy(shares) - after)
}
