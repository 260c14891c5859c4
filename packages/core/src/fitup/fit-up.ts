import { closingEntry, hasReadings, isOutBySheet, knownLengths, linkEntry, type Known } from './chain.js'
import { STACK_UPS } from './stack-ups.js'
import type { FitEntry } from './entry.js'
import { fitFacts, type FitFacts, type FitInput } from './facts.js'
import { FIT_STAGES, type LinkId } from './chain-dimensions.js'
import { clearanceEntries, patternEntries, runOutEntries, splineEntries, tailSplineEntries } from './own-entries.js'
import { middleOf } from '../model/reading.js'

/** A length in use: measured, else nominal. Absent if neither is known. */
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

/**
 * Whether it all bolts together: every length from the crank's face to the output flange, what they leave between them, splines, patterns of bolts and
 * clearances, each by the sheet and as measured, judged against its limits, with what to order or do. A sum counts what was measured in the place of
 * the sheet, and leaves open what the tools leave open together.
 */
export function fitUp(input: FitInput): FitReport {
  const facts = fitFacts(input)
  const known = knownLengths(input, facts, input.book?.readings ?? {})
  const links = [...known.values()].filter(({ nominalM, kind }) => nominalM !== null && kind.gauged !== null)
  const entries: FitEntry[] = [...links.map((link) => linkEntry(facts, link)), ...judgedEntries(input, facts, known)]
  const counted = [...known].map(([id, { measured, nominalM }]): [LinkId, Counted] => {
    const sheetM = nominalM === null ? 0 : (nominalM ?? null)
    return [id, { m: measured ? middleOf(measured) : sheetM, measured: measured !== undefined }]
  })
  return { facts, lengths: new Map(counted), entries: inOrder(entries) }
}

const inOrder = (entries: readonly FitEntry[]): FitEntry[] =>
  [...entries].sort((a, b) => FIT_STAGES.indexOf(a.stage) - FIT_STAGES.indexOf(b.stage))

/** All entries except single lengths, which can only be out of round. */
function judgedEntries(input: FitInput, facts: FitFacts, known: ReadonlyMap<LinkId, Known>): FitEntry[] {
  const readings = input.book?.readings ?? {}
  return [
    ...STACK_UPS.flatMap((closing) => closingEntry(facts, input, known, closing, readings)),
    ...runOutEntries(input, facts, readings),
    ...clearanceEntries(input, readings),
    ...splineEntries(input, facts, readings),
    ...tailSplineEntries(input, facts, readings),
    ...patternEntries(input, facts, readings),
  ]
}

/** True if an entry is out of limits or incompatible. */
export function isWrong(entry: FitEntry): boolean {
  const { word } = entry.verdict
  if (entry.kind === 'spline') return word === 'differs' && (entry.otherId === null || entry.differences.length === 0)
  return word === 'refused' || word === 'out-of-round' || word === 'differs'
}

/**
 * Finds entries that are out of limits or incompatible, in work order. Without readings, only nominal lengths, bolt patterns and the output
 * spline are checked. Plate packs are checked only if they have a reading.
 */
export function wrongFits(input: FitInput): FitEntry[] {
  const readings = input.book?.readings ?? {}
  const facts = fitFacts(input)
  const known = knownLengths(input, facts, readings)
  const entries = hasReadings(readings)
    ? [...[...known.values()].filter(({ reading }) => reading).map((link) => linkEntry(facts, link)), ...judgedEntries(input, facts, known)]
    : sheetEntries(input, facts, known)
  return inOrder(entries.filter((entry) => isWrong(entry) && (entry.kind !== 'pack' || entry.reading !== null)))
}

/** Entries that can be out of limits or incompatible without a reading. */
const sheetEntries = (input: FitInput, facts: FitFacts, known: ReadonlyMap<LinkId, Known>): FitEntry[] => [
  ...STACK_UPS.filter((each) => isOutBySheet(facts, input, known, each)).flatMap((each) => closingEntry(facts, input, known, each, {})),
  ...runOutEntries(input, facts, {}),
  ...tailSplineEntries(input, facts, {}),
  ...patternEntries(input, facts, {}),
]
