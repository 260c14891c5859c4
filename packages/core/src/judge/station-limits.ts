import type { EngineKind } from '../engine/template.js'
import { gearingOf, type RangeSolution } from '../gearing/solve.js'
import type { Part } from '../model/part.js'
import { type HouseRules } from '../model/rules.js'
import type { SpecInput } from '../model/spec-input.js'
import type { Station, Unit } from '../model/unit.js'
import { oncePer } from '../numeric/once-per.js'
import type { Limit, StationLimits } from '../parts/limit.js'
import { stationLimits } from '../parts/registry.js'
import type { DutyCase } from './duty.js'
import { partOfKind, statesLockup } from './fitted.js'
import { heldBeside } from './side-by-side.js'
import type { OilState } from './station-case.js'

interface Taken {
  readonly input: SpecInput
  readonly station: Station
  readonly duty: DutyCase
  readonly limit: Limit
}

/** Torque capacity that a parallel element adds to a limit. */
export function takenOff({ input, station, duty, limit }: Taken): number {
  const range = gearingOf(input.unit.train).get(duty.rangeId)
  return range && isShared(station, limit) ? besideHere(input, station, duty, range) : 0
}

/** True if a parallel element adds to a limit: to all limits of a one-way clutch and to the slip limit of a clutch. */
export const isShared = (station: Station, { shock }: Pick<Limit, 'shock'>): boolean => station.kind === 'one-way' || shock === 'friction'

/** Torque capacity of the parallel element of a station in a load case. Zero if there is none. */
export const besideHere = (input: SpecInput, station: Station, duty: OilState, range: RangeSolution): number =>
  heldBeside(input, station, duty, range, (other, part) => limitsIn(input, other, part).limits)

/** Limits of what is fitted at a station; none where nothing is needed. */
export function limitsHere(input: SpecInput, station: Station, part: Part | undefined): StationLimits {
  if (station.load.at === 'none' || (station.kind === 'lockup' && !needsLockup(input, part))) return NOTHING_NEEDED
  return part ? limitsIn(input, station, part) : NOTHING_FITTED
}

/** True if the converter locks, unless a figure stated of it replaces a missing clutch. */
function needsLockup({ fitted }: SpecInput, part: Part | undefined): boolean {
  const converter = partOfKind(fitted, 'converter')
  return converter?.geometry.lockup === true && (part !== undefined || !statesLockup(converter))
}

/** Limits of a station without torque, and of the lockup station if the converter does not lock. */
const NOTHING_NEEDED: StationLimits = { limits: [], missing: [] }
const NOTHING_FITTED: StationLimits = { limits: [], missing: ['part'] }

const limitsIn = ({ unit, brief, rules }: SpecInput, station: Station, part: Part): StationLimits =>
  limitsOf(part, unit, station, brief.engine.kind, rules)

/** Kept per part while station, engine kind and rules stay. */
const limitsOf = oncePer((part: Part, unit: Unit, station: Station, engineKind: EngineKind, rules: HouseRules): StationLimits =>
  stationLimits(unit, station, part, { engineKind, rules }),
)
