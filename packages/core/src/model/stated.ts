import { issue, type Issue } from '../quantity/issue.js'

/** Who says so. */
export const ORIGINS = ['computed', 'measured', 'broken', 'maker', 'thumb'] as const
export type Origin = (typeof ORIGINS)[number]

/** Places of a part that can carry a stated limit of their own. */
export const LIMIT_PLACES = ['station', 'stator-clutch', 'lockup-clutch'] as const
export type LimitPlace = (typeof LIMIT_PLACES)[number]

/** Point to which a stated limit refers: the part itself, or the engine or turbine that drives it. */
export const LIMIT_POINTS = ['part', 'engine', 'turbine'] as const
export type LimitPoint = (typeof LIMIT_POINTS)[number]

/** Held in a single event, or over a life of them. */
export const LIMIT_BASES = ['once', 'life'] as const
export type LimitBasis = (typeof LIMIT_BASES)[number]

/** A figure that somebody states of a part: exactly one of torque, power, pressure and speed. */
export interface StatedLimit {
  readonly place: LimitPlace
  readonly origin: Exclude<Origin, 'computed'>
  readonly torqueNm?: number
  readonly powerW?: number
  readonly pressurePa?: number
  readonly speedRadPerS?: number
  /** The part itself if not said. */
  readonly at?: LimitPoint
  /** Speed at which a power is rated; the reference speed of the engine's kind if not said. */
  readonly ratedAtRadPerS?: number
  readonly basis?: LimitBasis
  /** The one who states it sells the part. */
  readonly sells?: boolean
  /** Engine power at which it broke, W, and the duty case in words. Only with the origin "broken". */
  readonly brokeAtW?: number
  readonly brokeIn?: string
}

const QUANTITIES = ['torqueNm', 'powerW', 'pressurePa', 'speedRadPerS'] as const

/** Faults of a stated limit: not exactly one quantity, a rated speed without a power, or a breakage with another origin. */
export function statedIssues(stated: StatedLimit, path: string): Issue[] {
  const given = QUANTITIES.filter((key) => stated[key] !== undefined)
  const issues = given.length === 1 ? [] : [issue('limit-not-one-quantity', path, { count: given.length })]
  if (stated.ratedAtRadPerS !== undefined && stated.powerW === undefined)
    issues.push(issue('rated-speed-without-power', `${path}.ratedAtRadPerS`))
  if (stated.origin !== 'broken' && (stated.brokeAtW !== undefined || stated.brokeIn !== undefined))
    issues.push(issue('broke-without-origin', `${path}.origin`))
  return issues
}

/** The least stated limit of pressure or speed of a part, if any. */
export const leastStated = (stated: readonly StatedLimit[], key: 'pressurePa' | 'speedRadPerS'): number | undefined => {
  let least: number | undefined
  for (const { [key]: value } of stated) if (value !== undefined && !(least !== undefined && least <= value)) least = value
  return least
}
