import { checkBrief, LAUNCH_FOR, type JobContent } from '@plucky/contract'
import {
  DEFAULT_RULES,
  EMPTY_BOOK,
  NOTHING_FOUND,
  REVERSE_THROTTLE,
  stockFits,
  stockPressure,
  toSi,
  typicalPeaksFor,
  type EngineKind,
  type Part,
  type Unit,
  type Use,
} from '@plucky/core'

const firstBrief = (kind: EngineKind, use: Use, powerW: number): JobContent['brief'] => ({
  engine: { kind, form: 'headline', headline: typicalPeaksFor(kind, powerW) },
  openQuestion: false,
  use,
  launch: LAUNCH_FOR[use],
  upperRangeStart: 'after-shift',
  reverseThrottle: REVERSE_THROTTLE[use],
  vehicleMassKg: null,
  budget: null,
})

/** Why a power can't be that of an engine, in a sentence; `undefined` where it can. */
export function powerProblem(kind: EngineKind, typed: number | string): string | undefined {
  const headline =
    typeof typed === 'number' && typed > 0 ? typicalPeaksFor(kind, typed) : { ...typicalPeaksFor(kind, toSi(300, 'hp')), peakPowerW: typed }
  const checked = checkBrief({ ...firstBrief(kind, 'road', toSi(300, 'hp')), engine: { kind, form: 'headline', headline } })
  return checked.ok ? undefined : (checked.problems.find((p) => p.path.endsWith('peakPowerW')) ?? checked.problems[0])?.sentence
}

export interface FirstFacts {
  readonly name: string
  readonly kind: EngineKind
  readonly use: Use
  readonly powerW: number
}

/** A stock transmission behind an engine with known type and power. */
export function firstBuild({ name, kind, use, powerW }: FirstFacts, unit: Unit, parts: ReadonlyMap<string, Part>): JobContent {
  const stock = stockFits({ parts }, unit)
  const brief = firstBrief(kind, use, powerW)
  const pressure = stockPressure({ parts }, unit, stock, brief.reverseThrottle)
  return {
    name,
    unitId: unit.id,
    variantId: null,
    brief,
    arrived: stock,
    arrivedPressure: pressure,
    teardown: NOTHING_FOUND,
    spec: { fits: stock, works: {}, pressure },
    book: EMPTY_BOOK,
    rules: DEFAULT_RULES,
  }
}
