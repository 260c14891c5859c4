import type { EngineKind } from '../engine/template.js'
import type { RangeSolution } from '../gearing/solve.js'
import type { Part } from '../model/part.js'
import { DEFAULT_RULES, type HouseRules } from '../model/rules.js'
import type { SpecInput } from '../model/spec-input.js'
import type { Station } from '../model/unit.js'
import type { Limit, StationLimits } from '../parts/limit.js'
import { stationLimits } from '../parts/registry.js'
import type { DutyCase } from './duty.js'
import { partOfKind, statesLockup } from './fitted.js'
import { heldBeside } from './side-by-side.js'

interface Taken {
  readonly input: SpecInput
  readonly station: Station
  readonly duty: DutyCase
  readonly limit: Limit
  readonly gearing: ReadonlyMap<string, RangeSolution>
}

/** Torque capacity that a parallel element adds to a limit. Applies to all limits of a one-way clutch and to the slip limit of a clutch. */
export function takenOff({ input, station, duty, limit, gearing }: Taken): number {
  const range = gearing.get(duty.rangeId)
  const shared = station.kind === 'one-way' || limit.shock === 'friction'
  return range && shared ? heldBeside(input, station, duty, range, (other, part) => limitsOf(input, other, part).limits) : 0
}

/** Limits of what is fitted at a station; none where nothing is needed. */
export function limitsHere(input: SpecInput, station: Station, part: Part | undefined): StationLimits {
  if (station.load.at === 'none' || (station.kind === 'lockup' && !needsLockup(input, part))) return NOTHING_NEEDED
  return part ? limitsOf(input, station, part) : NOTHING_FITTED
}

/** True if the converter locks, unless a figure stated of it replaces a missing clutch. */
function needsLockup({ fitted }: SpecInput, part: Part | undefined): boolean {
  const converter = partOfKind(fitted, 'converter')
  return converter?.geometry.lockup === true && (part !== undefined || !statesLockup(converter))
}

/** Limits of a station without torque, and of the lockup station if the converter does not lock. */
const NOTHING_NEEDED: StationLimits = { limits: [], missing: [] }
const NOTHING_FITTED: StationLimits = { limits: [], missing: ['part'] }

const knownLimits = new WeakMap<Part, { station: Station; kind: EngineKind; rules: HouseRules; made: StationLimits }>()

/** The limits of a part at a station, made once while engine kind and rules stay. */
function limitsOf(input: SpecInput, station: Station, part: Part): StationLimits {
  const { rules = DEFAULT_RULES, brief } = input
  const kind = brief.engine.kind
  const known = knownLimits.get(part)
  if (known && known.station === station && known.kind === kind && known.rules === rules) return known.made
  const made = stationLimits(input.unit, station, part, { engineKind: kind, rules })
  knownLimits.set(part, { station, kind, rules, made })
  return made
}
