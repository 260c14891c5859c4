import { certain } from '@plucky/core'
import { checkBrief, LAUNCH_FOR, type JobContent } from '@plucky/contract'
import {
  DEFAULT_RULES,
  EMPTY_BOOK,
  fromSi,
  typicalPeaksFor,
  NOTHING_FOUND,
  oilCircuit,
  partsFor,
  regulatedPressure,
  reliefOpening,
  REVERSE_THROTTLE,
  toSi,
  type EngineKind,
  type Part,
  type PressureCalibration,
  type Unit,
  type Use,
} from '@plucky/core'

/** Line pressure of a stock transmission whose valves are not known, until it is measured. Source: none (common practice). */
const STOCK_PRESSURE = { drivePa: toSi(128, 'psi'), reversePa: toSi(190, 'psi') }

/** What the stock valves make at full throttle in drive, and in reverse at the throttle of the brief: what a gauge should read. */
function stockPressure(unit: Unit, fitted: ReadonlyMap<string, Part>, reverseThrottle: number): PressureCalibration {
  const valves = oilCircuit({ unit, fitted, pressure: STOCK_PRESSURE })?.valves
  if (!valves) return STOCK_PRESSURE
  const made = (feed: 'drive' | 'reverse', throttle: number) =>
    toSi(Math.floor(fromSi(Math.min(regulatedPressure(valves, feed, throttle), reliefOpening(valves)), 'psi')), 'psi')
  return { drivePa: made('drive', 1), reversePa: made('reverse', reverseThrottle) }
}

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
  const stock = Object.fromEntries(unit.stations.map((s) => [s.id, partsFor({ parts }, unit, s.id).find((part) => part.stock)?.id ?? null]))
  const fitted = new Map(Object.entries(stock).flatMap(([id, part]): [string, Part][] => (part ? [[id, certain(parts.get(part))]] : [])))
  const brief = firstBrief(kind, use, powerW)
  const pressure = stockPressure(unit, fitted, brief.reverseThrottle)
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
