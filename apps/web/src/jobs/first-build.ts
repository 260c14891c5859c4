import { checkBrief, LAUNCH_FOR, type JobContent } from '@plucky/contract'
import {
  DEFAULT_RULES,
  EMPTY_BOOK,
  headlineFor,
  NOTHING_FOUND,
  partsFor,
  toSi,
  type EngineKind,
  type Part,
  type Unit,
  type Use,
} from '@plucky/core'

/** Line pressure of a stock transmission, until it is measured. Source: none (common practice). */
const STOCK_PRESSURE = { drivePa: toSi(128, 'psi'), reversePa: toSi(190, 'psi') }

const firstBrief = (kind: EngineKind, use: Use, powerW: number): JobContent['brief'] => ({
  engine: { kind, form: 'headline', headline: headlineFor(kind, powerW) },
  openQuestion: false,
  use,
  launch: LAUNCH_FOR[use],
  upperRangeStart: 'after-shift',
  reverseThrottle: 0.5,
  vehicleMassKg: null,
  budget: null,
})

/** Why a power can't be that of an engine, in a sentence; `undefined` where it can. */
export function powerProblem(kind: EngineKind, typed: number | string): string | undefined {
  const headline =
    typeof typed === 'number' && typed > 0 ? headlineFor(kind, typed) : { ...headlineFor(kind, toSi(300, 'hp')), peakPowerW: typed }
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
  const stock = Object.fromEntries(unit.stations.map((s) => [s.id, partsFor({ parts }, unit, s.id).find((part) => part.stock)?.id ?? null]))
  return {
    name,
    unitId: unit.id,
    variantId: null,
    brief: firstBrief(kind, use, powerW),
    arrived: stock,
    teardown: NOTHING_FOUND,
    spec: { fits: stock, works: {}, pressure: STOCK_PRESSURE },
    book: EMPTY_BOOK,
    rules: DEFAULT_RULES,
  }
}
