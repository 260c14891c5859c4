import {
  DEFAULT_RULES,
  EMPTY_BOOK,
  engineOfBrief,
  fitIssues,
  GAUGE_MOST_PSI,
  type Book,
  type Brief,
  type BriefEngine,
  type Part,
  PRESSURE_SOURCES,
  type PressureCalibration,
  type PressureSource,
  type Unit,
  type HouseRules,
  type Issue,
  operationIssues,
  ruleIssues,
  NOTHING_FOUND,
  teardownIssues,
  type Teardown,
  type Fits,
  type PlanWishes,
  type Operation,
  type Knob,
  isRecord,
  valueAt,
  isShape,
} from '@plucky/core'
import { IsOptional } from 'class-validator'
import { Label, LabelOrNull, Named, Note, OneOf, Shape, Slug, SlugOrNull, Texts } from './decorators.js'
import { PRESSURE_SOURCE_WORDS } from '../words/option-labels.js'
import { problem, toProblem, type Problem } from '../words/error-messages.js'
import { BookDto, bookProblems } from './book.dto.js'
import { BriefDto, EngineDto } from './brief.dto.js'
import { checkShape, type Checked } from './check.js'
import { Figure, MOST_VERSION } from './figure.js'
import { HouseRulesDto } from './rules.dto.js'
import { PlanWishesDto } from './wishes.dto.js'
import { QuoteDraftDto, type QuoteDraft } from '../quote/draft.dto.js'

/** Figures of pump and valves turned by hand; where nothing is said those of the fitted parts stand. */
export class KnobsDto implements Partial<Record<Knob, number>> {
  @IsOptional() @Figure({ label: 'Regulator spring rate', unit: 'N/mm', from: 0.1, to: 100 }) springRateNPerM?: number
  @IsOptional() @Figure({ label: 'Regulator spring preload (compression)', unit: 'mm', from: 0, to: 80 }) springCompressionM?: number
  @IsOptional() @Figure({ label: 'Regulator spring shim', unit: 'mm', from: 0, to: 20 }) springShimM?: number
  @IsOptional() @Figure({ label: 'Boost valve diameter', unit: 'mm', from: 0, to: 60 }) boostDiameterM?: number
  @IsOptional() @Figure({ label: 'Reverse boost land diameter', unit: 'mm', from: 0, to: 60 }) reverseDiameterM?: number
  @IsOptional() @Figure({ label: 'Throttle (TV) pressure, closed', unit: 'psi', from: 0, to: 200 }) signalIdlePa?: number
  @IsOptional() @Figure({ label: 'Throttle (TV) pressure, full throttle', unit: 'psi', from: 0, to: 300 }) signalFullPa?: number
  @IsOptional() @Figure({ label: 'Relief spring rate', unit: 'N/mm', from: 0.5, to: 200 }) reliefRateNPerM?: number
  @IsOptional() @Figure({ label: 'Relief spring shim', unit: 'mm', from: 0, to: 20 }) reliefShimM?: number
  @IsOptional() @Figure({ label: 'Converter charge pressure limit', unit: 'psi', from: 5, to: 300 }) converterLimitPa?: number
  @IsOptional() @Figure({ label: 'Pump displacement per rev', unit: 'in³', from: 0.1, to: 20 }) displacementM3?: number
  @IsOptional() @Figure({ label: 'Side clearance', unit: 'in', from: 0, to: 0.02 }) sideClearanceM?: number
}

export class PressureDto implements PressureCalibration {
  @Figure({ label: 'Line pressure, drive', unit: 'psi', from: 30, to: GAUGE_MOST_PSI.drive }) drivePa!: number
  @Figure({ label: 'Line pressure, reverse', unit: 'psi', from: 30, to: GAUGE_MOST_PSI.reverse }) reversePa!: number
  @IsOptional() @Figure({ label: 'Lockup apply pressure', unit: 'psi', from: 10, to: 400 }) lockupApplyPa?: number
  @IsOptional() @Figure({ label: 'Lockup release pressure', unit: 'psi', from: 0, to: 200 }) lockupReleasePa?: number
  @IsOptional() @OneOf('Line pressure source', PRESSURE_SOURCES, PRESSURE_SOURCE_WORDS) by?: PressureSource
  @IsOptional() @Shape('Manual adjustments', () => KnobsDto) knobs?: KnobsDto
  @IsOptional() @Figure({ label: 'Hot oil temperature', unit: '°F', from: 100, to: 320 }) hotOilK?: number
  @IsOptional() @Figure({ label: 'Cold oil temperature', unit: '°F', from: -20, to: 140 }) coldOilK?: number
}

/** The parts fitted by station, what is done to them, and the pressure calibration. An empty station holds null. */
export class SpecDto implements Spec {
  @Named('Installed parts')
  fits!: Record<string, string | null>

  /** Ids of operations by station, in the order in which they are done. */
  @Named('Operations')
  works!: Record<string, string[]>

  @Shape('Line pressure', () => PressureDto) pressure!: PressureDto
}

/** What was found of the unit as it came in: ranges, signs, checks by their names, and what it was. */
export class TeardownDto {
  @Named('Gears driven') ranges!: Record<string, string>
  @Texts('Symptoms', { most: 40 }) signs!: string[]
  @Named('Checks done') checks!: Record<string, string>
  @LabelOrNull('Confirmed cause', 120) found!: string | null
  @Note('Teardown notes', 600) note!: string
}

/** What a person changes about a job; saved as one. */
export class JobContentDto {
  @Label('Job name', 60) name!: string
  /** Customer of the job; absent or empty if not entered. */
  @IsOptional() @Note('Customer', 80) customer?: string
  @Slug('Transmission') unitId!: string
  /** Which variant of the unit it is; null while that is not known. */
  @SlugOrNull('Variant') variantId!: string | null
  @Shape('Brief', () => BriefDto) brief!: BriefDto
  /** Part ids by station as the unit came in. */
  @Named('As received') arrived!: Record<string, string | null>
  /** Line pressure as received. */
  @Shape('Line pressure as received', () => PressureDto) arrivedPressure!: PressureDto
  @Shape('Diagnosis', () => TeardownDto) teardown!: TeardownDto
  @Shape('Build', () => SpecDto) spec!: SpecDto
  /** What was measured. */
  @Shape('Book', () => BookDto) book!: BookDto
  /** The house rules that the job is judged by. */
  @Shape('House rules', () => HouseRulesDto) rules!: HouseRules
  @IsOptional() @Shape('Wishes', () => PlanWishesDto) wishes?: PlanWishesDto
  @IsOptional() @Shape('Quote', () => QuoteDraftDto) quote?: QuoteDraftDto
}

/** A save names the state on which it was made, so that no other window's change is overwritten. */
export class SaveJobDto extends JobContentDto {
  @Figure({ label: 'Version', from: 1, to: MOST_VERSION, whole: true }) version!: number
  /** The window that saves, and the number of its change. */
  @IsOptional() @Slug('Window') by?: string
  @IsOptional() @Figure({ label: 'Number of the change', from: 0, to: 1e16, whole: true }) change?: number
}

/** What is fitted, what is done to it, and the pressure it runs at. */
export interface Spec extends Fits {
  readonly pressure: PressureCalibration
}

export interface JobContent {
  readonly name: string
  readonly customer?: string
  readonly unitId: string
  readonly variantId: string | null
  readonly brief: Brief
  readonly arrived: Readonly<Record<string, string | null>>
  readonly arrivedPressure: PressureCalibration
  readonly teardown: Teardown
  readonly spec: Spec
  readonly book: Book
  readonly rules: HouseRules
  /** Wishes for the parts plan; absent if there are none. */
  readonly wishes?: PlanWishes
  /** Texts and builds of the quote; absent as long as they are the usual ones. */
  readonly quote?: QuoteDraft
}

export interface Job extends JobContent, JobMarks {}

/** Marks of the last save of a job. A save responds with them. */
export interface JobMarks {
  readonly number: number
  readonly version: number
  readonly savedAt: string
  /** The tab that saved last, and the number of its change. `null` if the client did not send them. */
  readonly savedBy: string | null
  readonly savedChange: number | null
}

/** What a person changes about a job, without the marks of its saves. */
export function contentOf(job: JobContent & Partial<Job>): JobContent {
  const { number: _number, version: _version, savedAt: _savedAt, savedBy: _savedBy, savedChange: _savedChange, ...content } = job
  void [_number, _version, _savedAt, _savedBy, _savedChange]
  return content
}

/** The job with the parts and line pressure as received, without operations. */
export const asReceived = (job: JobContent): JobContent => ({
  ...job,
  spec: { fits: job.arrived, works: {}, pressure: job.arrivedPressure },
})

/** Shape of a brief and what contradicts itself in its engine; both at once, so that one mistake does not hide another. */
export function checkBrief(plain: unknown): Checked<Brief> {
  const shape = checkShape(BriefDto, plain)
  const found = shape.ok ? [] : shape.problems
  const known = new Set(found.map((p) => p.path))
  const problems = [...found, ...engineProblems(isRecord(plain) ? plain['engine'] : undefined).filter((p) => !known.has(p.path))]
  // It passed all checks.
  return shape.ok && problems.length === 0 ? { ok: true, value: shape.value as Brief } : { ok: false, problems }
}

/** What contradicts itself in an engine that can be read at all: its figures are numbers, if out of their span. */
function engineProblems(plain: unknown): Problem[] {
  const shape = checkShape(EngineDto, plain)
  if (!shape.ok && !shape.problems.every((p) => p.code === 'out-of-range' && Number.isFinite(valueAt(plain, p.path)))) return []
  // All fields have the right type here. Figures may be out of range.
  const curve = engineOfBrief(plain as BriefEngine)
  if (curve.ok) return []
  // The possible torque follows from the other peak figures. From one out of range it would be nonsense.
  const isKnown = shape.ok || !shape.problems.some(({ path }) => path.startsWith('headline.'))
  return engineIssues(curve.issues.filter(({ code }) => isKnown || code !== 'headline-inconsistent'))
}

const engineIssues = (issues: readonly Issue[]): Problem[] =>
  issues.map((issue) => toProblem({ ...issue, path: `engine.${issue.path.replace(/^engine\./, '')}` }))

/** Where units, parts and operations are looked up that a job only names. */
export interface Lookup {
  unit(id: string): Unit | undefined
  part(id: string): Part | undefined
  operation(id: string): Operation | undefined
}

/** What a job leaves unsaid stands as by default, and is recorded: house rules, no operations, nothing measured, variant not known. */
export function withDefaults(plain: unknown): unknown {
  if (!isShape(plain)) return plain
  const { rules = {}, spec } = plain
  return {
    variantId: null,
    teardown: NOTHING_FOUND,
    book: EMPTY_BOOK,
    ...(isShape(spec) ? { arrivedPressure: spec['pressure'] } : {}),
    ...plain,
    rules: isShape(rules) ? completed(DEFAULT_RULES, rules) : rules,
    ...(isShape(spec) ? { spec: { works: {}, ...spec } } : {}),
  }
}

/** What is given, and of what it leaves out the defaults, group by group. */
const completed = (defaults: object, given: Record<string, unknown>): Record<string, unknown> => ({
  ...given,
  ...Object.fromEntries(
    Object.entries(defaults).map(([key, value]: [string, unknown]) => {
      const own = given[key]
      return [key, own === undefined ? value : isShape(value) && isShape(own) ? { ...value, ...own } : own]
    }),
  ),
})

/** Shape of a job, consistency of its brief, and every fitted part and operation against the unit. */
export function checkJob(plain: unknown, lookup: Lookup, dto: typeof JobContentDto = JobContentDto): Checked<JobContent> {
  const shape = checkJobShape(plain, dto)
  return shape.ok ? checkJobContent(shape.value, lookup) : shape
}

/**
 * Shape of a job, completed with defaults. `dto` may have further fields, which are kept. Fields equal to those of `known`, a job that was
 * checked before, are not checked again.
 */
export function checkJobShape(plain: unknown, dto: typeof JobContentDto = JobContentDto, known?: JobContent): Checked<JobContent> {
  const shape = checkShape(dto, withDefaults(plain), { known })
  // The shape was checked.
  return shape.ok ? { ok: true, value: shape.value as JobContent } : shape
}

/** Consistency of a job of valid shape: brief, book, house rules, and the unit, parts and operations that it names. */
export function checkJobContent(job: JobContent, lookup: Lookup): Checked<JobContent> {
  const engine = engineOfBrief(job.brief.engine)
  const problems: Problem[] = engine.ok ? [] : engineIssues(engine.issues).map((p) => ({ ...p, path: `brief.${p.path}` }))
  problems.push(...bookProblems(job.book), ...ruleIssues(job.rules).map((f) => toProblem({ ...f, path: `rules.${f.path}` })))
  problems.push(...pinProblems(job.wishes?.keep ?? {}), ...referenceProblems(job, lookup))
  return problems.length === 0 ? { ok: true, value: job } : { ok: false, problems }
}

/** Checks the unit, variant, stations, parts and operations that a job of valid shape names. The part of the check that depends on the shop. */
export function referenceProblems(job: JobContent, lookup: Lookup): Problem[] {
  const unit = lookup.unit(job.unitId)
  if (!unit) return [problem('unit-unknown', 'unitId', { unit: job.unitId })]
  return [
    ...variantProblems(unit, job.variantId),
    ...fitProblems(unit, job.spec.fits, 'spec.fits', lookup.part),
    ...fitProblems(unit, job.arrived, 'arrived', lookup.part),
    ...workProblems(unit, job.spec, lookup),
    ...teardownProblems(unit, job.teardown),
  ]
}

const variantProblems = (unit: Unit, variantId: string | null): Problem[] =>
  variantId === null || unit.variants?.some((v) => v.id === variantId)
    ? []
    : [problem('variant-unknown', 'variantId', { unit: unit.name, variant: variantId })]

/** Pins that are neither a part id nor null. */
const pinProblems = (keep: Readonly<Record<string, unknown>>): Problem[] =>
  Object.entries(keep).flatMap(([stationId, partId]) =>
    partId === null || typeof partId === 'string'
      ? []
      : [{ code: 'text-expected', path: `wishes.keep.${stationId}`, sentence: 'A part id or null is expected here.' }],
  )

/** Names against values that are text each, then against what the unit has. */
function teardownProblems(unit: Unit, teardown: Teardown): Problem[] {
  const unread = (['ranges', 'checks'] as const).flatMap((key) =>
    Object.entries(teardown[key]).flatMap(([name, value]) =>
      typeof value === 'string' ? [] : [{ code: 'text-expected', path: `teardown.${key}.${name}`, sentence: 'Text is expected here.' }],
    ),
  )
  return unread.length > 0 ? unread : teardownIssues(unit, teardown).map(toProblem)
}

function workProblems(unit: Unit, spec: Spec, lookup: Lookup): Problem[] {
  return Object.entries(spec.works).flatMap(([stationId, ids]) => {
    const path = `spec.works.${stationId}`
    const station = unit.stations.find((s) => s.id === stationId)
    if (!station) return [problem('station-unknown', path, { station: stationId, unit: unit.name })]
    if (!Array.isArray(ids)) return [{ code: 'list-expected', path, sentence: 'Operations at a station are a list of their ids.' }]
    const part = lookup.part(spec.fits[stationId] ?? '')
    if (!part) return [problem('operation-on-nothing', path, { station: station.name })]
    return ids.flatMap((id, i) => {
      const operation = typeof id === 'string' ? lookup.operation(id) : undefined
      const at = `${path}.${i}`
      return operation
        ? operationIssues(unit, stationId, part, operation, at).map(toProblem)
        : [problem('operation-unknown', at, { operation: String(id) })]
    })
  })
}

function fitProblems(unit: Unit, fits: JobContent['arrived'], under: string, partOf: (id: string) => Part | undefined): Problem[] {
  return Object.entries(fits).flatMap(([stationId, partId]) => {
    const path = `${under}.${stationId}`
    if (!unit.stations.some((s) => s.id === stationId)) return [problem('station-unknown', path, { station: stationId, unit: unit.name })]
    if (partId === null) return []
    const part = typeof partId === 'string' ? partOf(partId) : undefined
    return part ? fitIssues(unit, stationId, part, path).map(toProblem) : [problem('part-unknown', path, { part: String(partId) })]
  })
}
