import { issue, type Issue } from '../quantity/issue.js'
import type { Unit } from '../model/unit.js'
import { suspectId, suspectsOf } from './candidates.js'
import { checksOf } from './checks.js'
import type { FaultFindings } from './diagnose.js'
import { SEEN_STATES } from './seen.js'
import { SIGNS } from './signs.js'
import { isOneOf } from '../numeric/records.js'

/** What was found of a unit as it came in, kept with its job. */
export interface Teardown extends FaultFindings {
  /** The fault that it was, by its id; null while that is not known. */
  readonly found: string | null
  readonly note: string
}

export const NOTHING_FOUND: Teardown = { ranges: {}, signs: [], checks: {}, found: null, note: '' }

/** True where anything at all was noted. */
export const isNoted = ({ ranges, signs, checks, found, note }: Teardown): boolean =>
  Object.keys(ranges).length + signs.length + Object.keys(checks).length > 0 || found !== null || note !== ''

/** What a teardown names that its unit does not have. */
export function teardownIssues(unit: Unit, teardown: Teardown, path = 'teardown'): Issue[] {
  const ids = unit.train.ranges.map(({ id }) => id)
  const checks = new Map(checksOf(unit.train).map((check) => [check.id, check]))
  const choice = (at: string, value: string, choices: readonly string[]) =>
    issue('choice-not-there', at, { value, choices: choices.join(', ') })
  const suspects = teardown.found === null ? [] : suspectsOf(unit).map(suspectId)
  return [
    ...Object.entries(teardown.ranges).flatMap(([id, state]) =>
      ids.includes(id) && isOneOf(SEEN_STATES, state)
        ? []
        : [ids.includes(id) ? choice(`${path}.ranges.${id}`, state, SEEN_STATES) : choice(`${path}.ranges`, id, ids)],
    ),
    ...teardown.signs.flatMap((sign, i) => (SIGNS.includes(sign) ? [] : [choice(`${path}.signs.${i}`, sign, SIGNS)])),
    ...Object.entries(teardown.checks).flatMap(([id, result]) => {
      const results = checks.get(id)?.results
      if (!results) return [choice(`${path}.checks`, id, [...checks.keys()])]
      return results.includes(result) ? [] : [choice(`${path}.checks.${id}`, result, results)]
    }),
    ...(teardown.found === null || suspects.includes(teardown.found) ? [] : [choice(`${path}.found`, teardown.found, suspects)]),
  ]
}
