import { certain } from '../numeric/certain.js'
import type { Part } from '../model/part.js'
import type { StackUp } from './stack-ups.js'
import { roundness, type Again, type FitVerdict, type LengthEntry } from './entry.js'
import type { FitFacts, FitInput } from './facts.js'
import { judgeSpan } from './judge-span.js'
import { readingKey } from './keys.js'
import { CHAIN_DIMENSIONS, type LinkId, type LinkKind, type Owner } from './chain-dimensions.js'
import { orderFor } from './orders.js'
import { middleOf, spanOf, type Reading, type MeasuredInterval } from '../model/reading.js'
import { finerTool, type Gauged } from '../model/tool.js'

export type Readings = Readonly<Record<string, Reading>>

/** A length as it is known: by the sheet, and by its reading. */
export interface Known {
  readonly kind: LinkKind
  readonly parts: readonly (Part | undefined)[]
  readonly nominalM: number | undefined | null
  readonly reading: Reading | undefined
  readonly measured: MeasuredInterval | undefined
}

/** Parts that have a say in a length. */
function partsOf({ fitted }: FitInput, facts: FitFacts, { owner, joint, also = [] }: LinkKind): (Part | undefined)[] {
  const stations = [ownerStation(facts, owner, joint), ...also.map((other) => ownerStation(facts, other))]
  return stations.map((id) => (id === null ? undefined : fitted.get(id)))
}

/** The station of what a figure belongs to; nothing for engine and unit. */
function ownerStation(facts: FitFacts, owner: Owner, joint?: LinkKind['joint']): string | null {
  switch (owner) {
    case 'engine':
    case 'unit':
      return null
    case 'turbine-shaft':
      return facts.turbine?.stationId ?? null
    case 'stator-shaft':
      return facts.stator?.stationId ?? null
    default:
      return facts.stationOf(owner, joint)
  }
}

/** True if anything was measured. */
export const hasReadings = (readings: Readings): boolean => Object.keys(readings).length > 0

/** Every length of the chain by the sheet and by its reading, each belonging to the parts that have a say in it. */
export function knownLengths(input: FitInput, facts: FitFacts, readings: Readings): ReadonlyMap<LinkId, Known> {
  const anyRead = hasReadings(readings)
  return new Map(
    CHAIN_DIMENSIONS.map((kind): [LinkId, Known] => {
      const parts = partsOf(input, facts, kind)
      const reading = anyRead ? readings[readingKey(kind.id, parts)] : undefined
      const nominalM = kind.nominalM(facts, input)
      return [kind.id, { kind, parts, nominalM, reading, measured: nominalM === null ? undefined : spanOf(reading) }]
    }),
  )
}

/** Where an entry of the chain belongs, in the order of the work and on which station. */
const placeOf = (
  facts: FitFacts,
  { id, owner, joint, stage, hiddenFrom, gauged }: LinkKind | StackUp,
  key: string,
  reading: Reading | undefined,
) => ({
  id,
  key,
  name: null,
  owner,
  stationId: ownerStation(facts, owner, joint),
  stage,
  hiddenFrom,
  gauged,
  reading: reading ?? null,
})

/** A length that is measured: what its sheet says, and what was read. */
export function linkEntry(facts: FitFacts, { kind, parts, nominalM, reading, measured }: Known): LengthEntry {
  const { id, gauged, roundM = null } = kind
  const round = roundM === null || !reading || !measured ? undefined : roundness(reading, measured, roundM, certain(gauged))
  const taken: FitVerdict | undefined = measured && {
    word: 'taken',
    differsM: nominalM === undefined || nominalM === null ? null : middleOf(measured) - nominalM,
  }
  return {
    ...placeOf(facts, kind, readingKey(id, parts), reading),
    kind: 'link',
    bounds: null,
    roundM,
    terms: [id],
    missing: nominalM === undefined && !measured ? [id] : [],
    specifiedM: nominalM ?? null,
    specified: null,
    measured: measured ?? null,
    bySheet: [],
    verdict: round?.verdict ?? taken ?? { word: nominalM === undefined ? 'unknown' : 'unmeasured' },
    again: round?.again ?? null,
    order: null,
  }
}

interface Summed {
  readonly span: MeasuredInterval | undefined
  readonly missing: readonly LinkId[]
  readonly bySheet: readonly LinkId[]
}

/** The sum of some lengths less others, by the sheet or with what was measured. */
function summed(known: ReadonlyMap<LinkId, Known>, { plus, minus }: Pick<StackUp, 'plus' | 'minus'>, by: 'sheet' | 'readings'): Summed {
  const span = { lowM: 0, highM: 0, openM: 0 }
  const [missing, bySheet]: [LinkId[], LinkId[]] = [[], []]
  for (const [sign, ids] of [
    [1, plus],
    [-1, minus],
  ] as const)
    for (const id of ids) {
      const { measured, nominalM, kind } = certain(known.get(id))
      const own = by === 'readings' ? measured : undefined
      if (!own && nominalM === undefined) missing.push(id)
      if (!own && nominalM !== null && kind.gauged !== null) bySheet.push(id)
      const { lowM, highM, openM } = own ?? { lowM: nominalM ?? 0, highM: nominalM ?? 0, openM: 0 }
      span.lowM += sign === 1 ? lowM : -highM
      span.highM += sign === 1 ? highM : -lowM
      span.openM += openM
    }
  return { span: missing.length > 0 ? undefined : span, missing, bySheet }
}

/** True if the nominal lengths of a stack-up put its gap out of limits. */
export function isOutBySheet(facts: FitFacts, { rules }: FitInput, known: ReadonlyMap<LinkId, Known>, kind: StackUp): boolean {
  const bounds = kind.bounds(facts, rules)
  const { span } = bounds ? summed(known, kind, 'sheet') : { span: undefined }
  return bounds !== null && bounds !== undefined && span !== undefined && judgeSpan(span, bounds).word === 'refused'
}

/** A length that others leave between them, against its limits; none where there is no such thing. */
export function closingEntry(
  facts: FitFacts,
  input: FitInput,
  known: ReadonlyMap<LinkId, Known>,
  kind: StackUp,
  readings: Readings,
): LengthEntry[] {
  const bounds = kind.bounds(facts, input.rules)
  if (bounds === null) return []
  const { id, gauged, plus, minus } = kind
  const terms = [...plus, ...minus]
  const key = readingKey(
    id,
    terms.flatMap((term) => known.get(term)?.parts ?? []),
  )
  const reading = readings[key]
  const [sheet, chain] = [summed(known, kind, 'sheet'), summed(known, kind, 'readings')]
  const own = spanOf(reading)
  const anyRead = terms.some((term) => known.get(term)?.measured)
  const measured = own ?? (anyRead ? chain.span : undefined)
  const judged = measured ?? sheet.span
  const verdict: FitVerdict = bounds && judged ? judgeSpan(judged, bounds) : { word: 'unknown' }
  return [
    {
      ...placeOf(facts, kind, key, reading),
      kind: 'closing',
      bounds: bounds ?? null,
      roundM: null,
      terms,
      missing: own ? [] : chain.missing,
      specifiedM: sheet.span ? sheet.span.lowM : null,
      specified: bounds && sheet.span ? judgeSpan(sheet.span, bounds) : null,
      measured: measured ?? null,
      bySheet: own ? [] : chain.bySheet,
      verdict,
      again: verdict.word === 'measure-again' ? againOf(known, terms, verdict.awayM, own ? gauged : null) : null,
      order: verdict.word === 'refused' && bounds ? orderFor(id, verdict, facts) : null,
    },
  ]
}

/** Which length to measure again, and with what: the coarsest reading that the sum rests on, or the thing itself. */
function againOf(known: ReadonlyMap<LinkId, Known>, terms: readonly LinkId[], awayM: number, own: Gauged | null): Again {
  if (own) return { linkId: null, ...finerTool(own, awayM) }
  const read = terms.flatMap((id) => {
    const { measured, kind } = certain(known.get(id))
    return measured ? [{ id, uncertaintyM: measured.openM, gauged: certain(kind.gauged) }] : []
  })
  const coarsest = read.reduce((a, b) => (b.uncertaintyM > a.uncertaintyM ? b : a))
  const others = read.reduce((sum, { uncertaintyM }) => sum + uncertaintyM, 0) - coarsest.uncertaintyM
  return { linkId: coarsest.id, ...finerTool(coarsest.gauged, awayM - others) }
}
