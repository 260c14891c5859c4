import type { IssueValues } from '../quantity/issue-values.js'
import { issue, type Issue } from '../quantity/issue.js'
import { LEAST_PINION, pinionPair, pinionTeeth } from './pinion-pair.js'
import type { PlanetarySet } from './train.js'

/** Teeth by which sun, pinion and ring may miss the plain condition Z_r = Z_s + 2·Z_p and be made up by profile shift. */
const PROFILE_SHIFT_TEETH = 1

const whole = (value: number) => Math.abs(value - Math.round(value)) < 1e-9

/**
 * True where the simple set needs profile shift to close (an odd tooth between ring and sun).
 * Source: Müller, Epicyclic Drive Trains, from memory.
 */
export function needsProfileShift(set: PlanetarySet): boolean {
  return set.kind === 'simple' && (set.ringTeeth - set.sunTeeth) % 2 === PROFILE_SHIFT_TEETH
}

/** The simple set that shares carrier and ring with a double-pinion one, and so its pinions: both together are a compound set. */
export const compoundPartner = (set: PlanetarySet, sets: readonly PlanetarySet[]): PlanetarySet | undefined =>
  set.kind === 'double-pinion' ? sets.find((s) => s.kind === 'simple' && s.ring === set.ring && s.carrier === set.carrier) : undefined

/**
 * Why a planetary set cannot be built, or nothing (Müller, Epicyclic Drive Trains, assembly conditions, from memory):
 * whole teeth, ring larger than sun, equally spaced pinions ((Z_s + Z_r)/n whole; double-pinion (Z_r − Z_s)/n whole; opposed
 * pairs of four or six also where (Z_s + Z_r)/2 is whole), and neighbours that clear: Z_p + 2 < (Z_s + Z_p)·sin(π/n). Pinions in pairs
 * must find room between sun and ring; those of a compound set also past the other sun.
 */
export function assemblyIssues(set: PlanetarySet, path: string, sets: readonly PlanetarySet[] = [set]): Issue[] {
  const { sunTeeth, ringTeeth, pinions } = set
  const values: SetValues = { set: set.id, sunTeeth, ringTeeth, pinions }
  if (![sunTeeth, ringTeeth, pinions].every((n) => Number.isInteger(n) && n > 0)) return [issue('teeth-not-whole', path, values)]
  if (ringTeeth - sunTeeth < 2 * LEAST_PINION)
    return [issue('ring-too-small', `${path}.ringTeeth`, { ...values, least: sunTeeth + 2 * LEAST_PINION })]
  if (set.kind === 'double-pinion') return pairIssues(set, path, compoundPartner(set, sets), values)
  const opposed = pinions % 2 === 0 && pinions > 2 && whole((sunTeeth + ringTeeth) / 2)
  const issues: Issue[] = []
  if (!whole((sunTeeth + ringTeeth) / pinions) && !opposed) issues.push(issue('pinions-not-spaced', `${path}.pinions`, values))
  const zp = pinionTeeth(set)
  if (pinions > 1 && !(zp + 2 < (sunTeeth + zp) * Math.sin(Math.PI / pinions)))
    issues.push(issue('pinions-collide', `${path}.pinions`, { ...values, pinionTeeth: zp }))
  return issues
}

type SetValues = IssueValues['pinions-not-spaced']

function pairIssues(set: PlanetarySet, path: string, partner: PlanetarySet | undefined, values: SetValues): Issue[] {
  const issues = whole((set.ringTeeth - set.sunTeeth) / set.pinions) ? [] : [issue('pinions-not-spaced', `${path}.pinions`, values)]
  if (partner && partner.ringTeeth !== set.ringTeeth)
    return [...issues, issue('compound-rings-differ', `${path}.ringTeeth`, { ...values, other: partner.id, otherTeeth: partner.ringTeeth })]
  if (partner && partner.pinions !== set.pinions)
    return [...issues, issue('compound-pinions-differ', `${path}.pinions`, { ...values, other: partner.id, otherPinions: partner.pinions })]
  if (pinionPair(set, partner)) return issues
  return [
    ...issues,
    partner ? issue('pinions-foul-sun', path, { ...values, otherSunTeeth: partner.sunTeeth }) : issue('pair-finds-no-room', path, values),
  ]
}
