import { stackClearance, wantedClearance } from '../clutch/stack.js'
import type { SplineDifference } from '../shaft/mating.js'
import { splineDifferences } from '../shaft/mating.js'
import type { HubSpline, Spline } from '../shaft/spline.js'
import { DEFAULT_RULES } from '../spec/rules.js'
import { splinePairs } from '../spec/spline-stops.js'
import { CLOSINGS, type ClosingKind } from './closings.js'
import { fitFacts, type FitFacts, type FitInput } from './facts.js'
import { judgeSpan, type Bounds, type SpanVerdict } from './judge-span.js'
import { FIT_STAGES, LINKS, OVAL_HOLE_M, RUN_OUTS, type FitStage, type LinkId, type LinkKind, type Owner } from './links.js'
import { orderFor, type Order } from './orders.js'
import { patternPairs, type PatternPair } from './patterns.js'
import { middleOf, resolutionOf, spanOf, type Reading, type Span } from './reading.js'
import { finerTool, type FinerTool, type Gauged } from './tool.js'

/** What is said of one entry. */
export type FitVerdict =
  | SpanVerdict
  /** Measured; how far it is from the sheet, nothing where the sheet has no figure. */
  | { readonly word: 'taken'; readonly differsM: number | null }
  /** Round, and measured at one angle only. */
  | { readonly word: 'second-angle' }
  | { readonly word: 'out-of-round'; readonly outM: number }
  /** By the sheet alone. */
  | { readonly word: 'unmeasured' }
  /** Something has no figure at all. */
  | { readonly word: 'unknown' }
  /** Splines or patterns that do not agree. */
  | { readonly word: 'differs' }

/** How a reading is to be taken again. */
export interface Again extends FinerTool {
  /** What to measure; nothing for the thing itself. */
  readonly linkId: LinkId | null
}

interface EntryBase {
  /** Under which its reading stands in the book. */
  readonly id: string
  readonly owner: Owner
  readonly stationId: string | null
  readonly stage: FitStage
  readonly hiddenFrom: FitStage | null
  readonly reading: Reading | null
  readonly verdict: FitVerdict
}

/** A length that is measured, or that others leave between them. */
export interface LengthEntry extends EntryBase {
  readonly kind: 'link' | 'closing' | 'run-out' | 'clearance' | 'pack' | 'hole'
  /** The name that the unit gives a clearance. */
  readonly name: string | null
  readonly gauged: Gauged | null
  readonly bounds: Bounds | null
  readonly roundM: number | null
  /** Lengths that it depends on. */
  readonly terms: readonly LinkId[]
  /** Of those the ones without any figure. */
  readonly missing: readonly LinkId[]
  readonly specifiedM: number | null
  /** What the sheet alone says. */
  readonly specified: SpanVerdict | null
  /** By its own reading, or by those of the lengths that it depends on. */
  readonly measured: Span | null
  /** Of those lengths the ones that are still by the sheet. */
  readonly bySheet: readonly LinkId[]
  readonly again: Again | null
  readonly order: Order | null
}

export interface SplineEntry extends EntryBase {
  readonly kind: 'spline'
  readonly name: string | null
  readonly otherId: string | null
  readonly shaft: Spline & { readonly lengthM: number }
  readonly hub: Omit<HubSpline, 'name' | 'mate'> | null
  readonly differences: readonly SplineDifference[]
}

export interface PatternEntry extends EntryBase {
  readonly kind: 'pattern'
  readonly pair: PatternPair
}

export type FitEntry = LengthEntry | SplineEntry | PatternEntry

/** A length as it is counted: what was measured, else the sheet; nothing where neither is known. */
export interface Counted {
  readonly m: number | null
  readonly measured: boolean
}

export interface FitReport {
  /** In the order of the work. */
  readonly entries: readonly FitEntry[]
  readonly lengths: ReadonlyMap<LinkId, Counted>
  readonly facts: FitFacts
}

/** A length as it is known: by the sheet, and by its reading. */
interface Known {
  readonly kind: LinkKind
  readonly nominalM: number | undefined | null
  readonly reading: Reading | undefined
  readonly measured: Span | undefined
}

/**
 * Whether it all bolts together: every length from the crank's face to the output flange, what they leave between them, splines, patterns of bolts and
 * clearances, each by the sheet and as measured, judged against its limits, with what to order or do. A sum counts what was measured in the place of
 * the sheet, and leaves open what the tools leave open together.
 */
export function fitUp(input: FitInput): FitReport {
  const facts = fitFacts(input)
  const readings = input.book?.readings ?? {}
  const known = new Map<LinkId, Known>()
  for (const kind of LINKS) {
    const reading = readings[kind.id]
    known.set(kind.id, { kind, nominalM: kind.nominalM(facts, input), reading, measured: spanOf(reading) })
  }
  const entries: FitEntry[] = [
    ...[...known.values()].flatMap((link) => (link.nominalM === null || link.kind.gauged === null ? [] : [linkEntry(facts, link)])),
    ...CLOSINGS.flatMap((closing) => closingEntry(facts, input, known, closing, readings[closing.id])),
    ...runOutEntries(facts, readings),
    ...clearanceEntries(input, readings),
    ...splineEntries(input, facts, readings),
    ...patternEntries(facts, readings),
  ]
  const place = new Map(FIT_STAGES.map((stage, i) => [stage, i]))
  const lengths = new Map([...known].map(([id, { measured, nominalM }]): [LinkId, Counted] => [id, { m: measured ? middleOf(measured) : nominalM === undefined ? null : (nominalM ?? 0), measured: measured !== undefined }])) // prettier-ignore
  return { facts, lengths, entries: entries.sort((a, b) => (place.get(a.stage) ?? 0) - (place.get(b.stage) ?? 0)) }
}

const stationOf = (facts: FitFacts, { owner, joint }: Pick<ClosingKind, 'owner' | 'joint'>, id: string): string | null => {
  if (owner === 'engine' || owner === 'unit') return null
  if (owner === 'shaft') return (id.startsWith('s') && id !== 'shaft-room' ? facts.stator : facts.turbine)?.stationId ?? null
  return facts.stationOf(owner, joint)
}

function linkEntry(facts: FitFacts, { kind, nominalM, reading, measured }: Known): LengthEntry {
  const { id, owner, gauged, stage, hiddenFrom, roundM = null } = kind
  const round = roundM === null || !reading || !measured ? undefined : roundness(reading, measured, roundM, gauged as Gauged)
  const taken: FitVerdict | undefined = measured && { word: 'taken', differsM: nominalM === undefined || nominalM === null ? null : middleOf(measured) - nominalM } // prettier-ignore
  return {
    kind: 'link',
    id,
    name: null,
    owner,
    stationId: stationOf(facts, kind, id),
    stage,
    hiddenFrom,
    gauged,
    bounds: null,
    roundM,
    terms: [id],
    missing: nominalM === undefined && !measured ? [id] : [],
    specifiedM: nominalM ?? null,
    specified: null,
    reading: reading ?? null,
    measured: measured ?? null,
    bySheet: [],
    verdict: round?.verdict ?? taken ?? { word: nominalM === undefined ? 'unknown' : 'unmeasured' },
    again: round?.again ?? null,
    order: null,
  }
}

/** How round a thing is by its readings: one angle says nothing, and a difference is known to twice what the tool is. Nothing where it is round. */
function roundness(reading: Reading, { lowM, highM }: Span, mostM: number, gauged: Gauged): { verdict: FitVerdict; again: Again | null } | undefined {
  if (reading.values.length < 2) return { verdict: { word: 'second-angle' }, again: null }
  const differenceM = highM - lowM
  const judged = judgeSpan({ lowM: differenceM, highM: differenceM, openM: 2 * resolutionOf(reading) }, { leastM: null, mostM })
  if (judged.word === 'fits') return undefined
  if (judged.word === 'refused') return { verdict: { word: 'out-of-round', outM: judged.outM }, again: null }
  return { verdict: judged, again: { linkId: null, ...finerTool(gauged, judged.awayM / 2) } }
} // prettier-ignore

interface Summed {
  readonly span: Span | undefined
  readonly missing: readonly LinkId[]
  readonly bySheet: readonly LinkId[]
}

/** The sum of some lengths less others, by the sheet or with what was measured. */
function summed(known: ReadonlyMap<LinkId, Known>, { plus, minus }: Pick<ClosingKind, 'plus' | 'minus'>, by: 'sheet' | 'readings'): Summed {
  const span = { lowM: 0, highM: 0, openM: 0 }
  const [missing, bySheet]: [LinkId[], LinkId[]] = [[], []]
  for (const [sign, ids] of [[1, plus], [-1, minus]] as const)
    for (const id of ids) {
      const { measured, nominalM, kind } = known.get(id) as Known
      const own = by === 'readings' ? measured : undefined
      if (!own && nominalM === undefined) missing.push(id)
      if (!own && nominalM !== null && kind.gauged !== null) bySheet.push(id)
      const { lowM, highM, openM } = own ?? { lowM: nominalM ?? 0, highM: nominalM ?? 0, openM: 0 }
      span.lowM += sign === 1 ? lowM : -highM
      span.highM += sign === 1 ? highM : -lowM
      span.openM += openM
    }
  return { span: missing.length > 0 ? undefined : span, missing, bySheet }
} // prettier-ignore

function closingEntry(facts: FitFacts, input: FitInput, known: ReadonlyMap<LinkId, Known>, kind: ClosingKind, reading: Reading | undefined): LengthEntry[] {
  const bounds = kind.bounds(facts, input.rules ?? DEFAULT_RULES)
  if (bounds === null) return []
  const { id, owner, gauged, stage, hiddenFrom, plus, minus } = kind
  const terms = [...plus, ...minus]
  const [sheet, chain] = [summed(known, kind, 'sheet'), summed(known, kind, 'readings')]
  const own = spanOf(reading)
  const anyRead = terms.some((term) => known.get(term)?.measured)
  const measured = own ?? (anyRead ? chain.span : undefined)
  const judged = measured ?? sheet.span
  const verdict: FitVerdict = bounds && judged ? judgeSpan(judged, bounds) : { word: 'unknown' }
  return [{
    kind: 'closing',
    id,
    name: null,
    owner,
    stationId: stationOf(facts, kind, id),
    stage,
    hiddenFrom,
    gauged,
    bounds: bounds ?? null,
    roundM: null,
    terms,
    missing: own ? [] : chain.missing,
    specifiedM: sheet.span ? sheet.span.lowM : null,
    specified: bounds && sheet.span ? judgeSpan(sheet.span, bounds) : null,
    reading: reading ?? null,
    measured: measured ?? null,
    bySheet: own ? [] : chain.bySheet,
    verdict,
    again: verdict.word === 'measure-again' ? againOf(known, terms, verdict.awayM, own ? gauged : null) : null,
    order: verdict.word === 'refused' && bounds ? orderFor(id, verdict, facts) : null,
  }]
} // prettier-ignore

/** Which length to measure again, and with what: the coarsest reading that the sum rests on, or the thing itself. */
function againOf(known: ReadonlyMap<LinkId, Known>, terms: readonly LinkId[], awayM: number, own: Gauged | null): Again {
  if (own) return { linkId: null, ...finerTool(own, awayM) }
  const read = terms.flatMap((id) => {
    const { measured, kind } = known.get(id) as Known
    return measured ? [{ id, openM: measured.openM, gauged: kind.gauged as Gauged }] : []
  })
  const coarsest = read.reduce((a, b) => (b.openM > a.openM ? b : a))
  const others = read.reduce((sum, { openM }) => sum + openM, 0) - coarsest.openM
  return { linkId: coarsest.id, ...finerTool(coarsest.gauged, awayM - others) }
}

/** An entry that is measured itself, against bounds of its own. */
function ownEntry(
  base: Pick<LengthEntry, 'kind' | 'id' | 'name' | 'owner' | 'stationId' | 'stage' | 'hiddenFrom'>,
  { gauged, bounds, specifiedM, roundM = null, stepM }: { gauged: Gauged; bounds: Bounds; specifiedM: number | null; roundM?: number | null; stepM?: number | undefined },
  reading: Reading | undefined,
): LengthEntry {
  const measured = spanOf(reading)
  const specified = specifiedM === null ? null : judgeSpan({ lowM: specifiedM, highM: specifiedM, openM: 0 }, bounds)
  const round = roundM === null || !reading || !measured ? undefined : roundness(reading, measured, roundM, gauged)
  const judged: FitVerdict = measured ? judgeSpan(measured, bounds) : (specified?.word === 'refused' ? specified : { word: 'unmeasured' })
  const verdict = round?.verdict ?? judged
  return {
    ...base,
    gauged,
    bounds,
    roundM,
    terms: [],
    missing: [],
    specifiedM,
    specified,
    reading: reading ?? null,
    measured: measured ?? null,
    bySheet: [],
    verdict,
    again: round?.again ?? (verdict.word === 'measure-again' ? { linkId: null, ...finerTool(gauged, verdict.awayM) } : null),
    order: verdict.word === 'refused' ? { code: base.kind, side: verdict.side, byM: verdict.outM, steps: stepM === undefined ? null : stepsOf(measured, bounds, stepM) } : null,
  }
} // prettier-ignore

/** How many steps of what is chosen bring the middle of a span nearest to the middle of its bounds; above 0 where there is too much. */
function stepsOf(span: Span | undefined, { leastM, mostM }: Bounds, stepM: number): number | null {
  if (!span || leastM === null || mostM === null) return null
  return Math.round((middleOf(span) - (leastM + mostM) / 2) / stepM)
}

type Readings = Readonly<Record<string, Reading>>

function runOutEntries(facts: FitFacts, readings: Readings): LengthEntry[] {
  const { plate } = facts
  const runOuts = RUN_OUTS.map(({ id, owner, mostM, stage, hiddenFrom }) =>
    ownEntry(
      { kind: 'run-out', id, name: null, owner, stationId: facts.stationOf(owner), stage, hiddenFrom },
      { gauged: 'run-out', bounds: { leastM: null, mostM }, specifiedM: id === 'pad-run-out' ? (plate?.padRunOutM ?? null) : null },
      readings[id],
    ),
  )
  if (!plate) return runOuts
  const boltM = plate.converterJoint.boltDiameterM
  const hole = ownEntry(
    { kind: 'hole', id: 'plate-hole', name: null, owner: 'flex-plate', stationId: facts.stationOf('flex-plate'), stage: 'plate', hiddenFrom: null },
    { gauged: 'bore', bounds: { leastM: boltM, mostM: null }, specifiedM: null, roundM: OVAL_HOLE_M },
    readings['plate-hole'],
  )
  return [...runOuts, hole]
} // prettier-ignore

/** Clearances that the unit names, and those of the packs whose plates are known. */
function clearanceEntries({ unit, fitted }: FitInput, readings: Readings): LengthEntry[] {
  const own = (unit.fit?.clearances ?? []).map(({ name, kind, station, leastM, mostM, stepM }) =>
    ownEntry(
      { kind: 'clearance', id: `clearance ${name}`, name, owner: 'unit', stationId: station, stage: 'box-open', hiddenFrom: 'box-closed' },
      { gauged: kind === 'end-play' ? 'play' : 'gap', bounds: { leastM, mostM }, specifiedM: null, stepM },
      readings[`clearance ${name}`],
    ),
  )
  const packs = unit.stations.flatMap(({ id }) => {
    const part = fitted.get(id)
    const stack = part?.kind === 'pack' ? part.geometry.stack : undefined
    if (!stack) return []
    const key = `pack ${id}`
    return [
      ownEntry(
        { kind: 'pack', id: key, name: null, owner: 'pack', stationId: id, stage: 'box-open', hiddenFrom: 'box-closed' },
        { gauged: 'gap', bounds: wantedClearance(stack), specifiedM: stackClearance(stack) },
        readings[key],
      ),
    ]
  })
  return [...packs, ...own]
}

function splineEntries(input: FitInput, facts: FitFacts, readings: Readings): SplineEntry[] {
  const pairs = splinePairs(input).map(({ stationId, section, spline, lengthM, otherId, hub, differences }): SplineEntry => {
    const outside = otherId === facts.turbine?.otherId || otherId === facts.stator?.otherId
    return splineEntry({ id: `spline ${stationId} ${section}`, stationId, name: section, otherId, shaft: { ...spline, lengthM }, hub, differences, stage: outside ? 'converter' : 'box-open', hiddenFrom: outside ? 'home' : 'box-closed' }, readings) // prettier-ignore
  })
  const tail = tailSpline(input)
  if (!tail || !facts.behind) return pairs
  const { stationId, spline, lengthM, name } = tail
  const { behind } = facts
  const hub = { ...behind, name: 'behind', mate: stationId }
  const differences = splineDifferences(spline, lengthM, hub)
  return [...pairs, splineEntry({ id: 'spline behind', stationId, name, otherId: null, shaft: { ...spline, lengthM }, hub: behind, differences, stage: 'behind', hiddenFrom: null }, readings)] // prettier-ignore
}

/** Teeth that were counted otherwise than the sheet says are a stop like any that differ. */
function splineEntry(entry: Omit<SplineEntry, 'kind' | 'owner' | 'reading' | 'verdict'>, readings: Readings): SplineEntry {
  const reading = readings[entry.id] ?? null
  const miscounted = reading?.count !== undefined && reading.count !== entry.shaft.teeth
  const word = entry.differences.length > 0 || miscounted ? 'differs' : reading?.count === undefined ? 'unmeasured' : 'fits'
  return { ...entry, kind: 'spline', owner: 'shaft', reading, verdict: { word } }
}

/** The last spline of the shaft that goes out, into which nothing of the unit goes. */
function tailSpline({ unit, fitted }: FitInput) {
  for (const station of unit.stations) {
    const part = station.load.at === 'output' ? fitted.get(station.id) : undefined
    if (part?.kind !== 'shaft') continue
    const section = [...part.geometry.sections].reverse().find(({ spline }) => spline && spline.mate === undefined)
    if (section?.spline) return { stationId: station.id, spline: section.spline, lengthM: section.lengthM, name: section.name }
  }
  return undefined
}

function patternEntries(facts: FitFacts, readings: Readings): PatternEntry[] {
  return patternPairs(facts).map((pair): PatternEntry => {
    const known = pair.names !== null || (pair.holes !== null && pair.threads !== null)
    const owner: Owner = pair.id === 'case-pattern' ? 'unit' : 'flex-plate'
    const stage: FitStage = pair.id === 'crank-pattern' ? 'engine' : pair.id === 'case-pattern' ? 'joined' : 'converter'
    return {
      kind: 'pattern',
      id: pair.id,
      owner,
      stationId: owner === 'unit' ? null : facts.stationOf('flex-plate'),
      stage,
      hiddenFrom: stage === 'engine' ? 'plate' : null,
      reading: readings[pair.id] ?? null,
      pair,
      verdict: { word: pair.differences.length > 0 ? 'differs' : known ? 'fits' : 'unknown' },
    }
  })
}
