import {
  DEFAULT_RULES,
  engineCurve,
  fitFaults,
  fault,
  type Brief,
  type BriefEngine,
  type Part,
  type PressureCalibration,
  type Unit,
  type HouseRules,
} from '@plucky/core'
import { Type } from 'class-transformer'
import { IsObject, IsOptional, ValidateNested } from 'class-validator'
import { worded, type Problem } from '../words/faults.js'
import { BriefDto, EngineDto } from './brief.dto.js'
import { checkShape, type Checked } from './check.js'
import { Label, Slug } from './decorators.js'
import { Figure } from './figure.js'
import { HouseRulesDto } from './rules.dto.js'

export class PressureDto {
  @Figure({ label: 'Line pressure, drive', unit: 'psi', from: 30, to: 400 }) drivePa!: number
  @Figure({ label: 'Line pressure, reverse', unit: 'psi', from: 30, to: 500 }) reversePa!: number
}

/** The parts fitted by station, and the pressure calibration. An empty station holds null. */
export class SpecDto {
  @IsObject({ message: 'The fitted parts must be named by station.' })
  fits!: Record<string, string | null>

  @IsObject() @ValidateNested() @Type(() => PressureDto) pressure!: PressureDto
}

/** What a person changes about a job; saved as one. */
export class JobContentDto {
  @Label('Name of the job', 60) name!: string
  @Slug('Unit') unitId!: string
  @IsObject() @ValidateNested() @Type(() => BriefDto) brief!: BriefDto
  /** Part ids by station as the unit came in. */
  @IsObject() arrived!: Record<string, string | null>
  @IsObject() @ValidateNested() @Type(() => SpecDto) spec!: SpecDto
  /** The house rules that the job is judged by. */
  @IsObject() @ValidateNested() @Type(() => HouseRulesDto) rules!: HouseRulesDto
}

/** A save names the state on which it was made, so that no other window's change is overwritten. */
export class SaveJobDto extends JobContentDto {
  @Figure({ label: 'Number of the last save', from: 1, to: 1e12, whole: true }) version!: number
  /** The window that saves, and the number of its change. */
  @IsOptional() @Slug('Window') by?: string
  @IsOptional() @Figure({ label: 'Number of the change', from: 0, to: 1e16, whole: true }) change?: number
}

export interface JobContent {
  readonly name: string
  readonly unitId: string
  readonly brief: Brief
  readonly arrived: Readonly<Record<string, string | null>>
  readonly spec: { readonly fits: Readonly<Record<string, string | null>>; readonly pressure: PressureCalibration }
  readonly rules: HouseRules
}

export interface Job extends JobContent {
  readonly number: number
  readonly version: number
  readonly savedAt: string
  /** The window that saved last, and the number of its change; nothing where it did not say. */
  readonly savedBy: string | null
  readonly savedChange: number | null
}

/** Shape of a brief and what contradicts itself in its engine; both at once, so that one mistake does not hide another. */
export function checkBrief(plain: unknown): Checked<Brief> {
  const shape = checkShape(BriefDto, plain)
  const found = shape.ok ? [] : shape.problems
  const known = new Set(found.map((p) => p.path))
  const problems = [...found, ...engineProblems((plain as { engine?: unknown } | null)?.engine).filter((p) => !known.has(p.path))]
  return shape.ok && problems.length === 0 ? { ok: true, value: JSON.parse(JSON.stringify(shape.value)) as Brief } : { ok: false, problems }
}

/** What contradicts itself in an engine that can be read at all: its figures are numbers, if out of their span. */
function engineProblems(plain: unknown): Problem[] {
  const shape = checkShape(EngineDto, plain)
  if (!shape.ok && !shape.problems.every((p) => p.code === 'out-of-range' && Number.isFinite(valueAt(plain, p.path)))) return []
  const curve = engineCurve(plain as BriefEngine)
  return curve.ok ? [] : curve.faults.map((f) => worded({ ...f, path: `engine.${f.path.replace(/^engine\./, '')}` }))
}

const valueAt = (plain: unknown, path: string): unknown =>
  path.split('.').reduce<unknown>((at, key) => (at as Record<string, unknown> | undefined)?.[key], plain)

/** A job that names no house rules is judged by the default ones, and records them. */
export const withRules = (plain: unknown): unknown =>
  typeof plain === 'object' && plain !== null && !('rules' in plain) ? { ...plain, rules: DEFAULT_RULES } : plain

/** Shape of a job, consistency of its brief, and every fitted part against the unit. */
export function checkJob(
  plain: unknown,
  unitOf: (id: string) => Unit | undefined,
  partOf: (id: string) => Part | undefined,
  dto: typeof JobContentDto = JobContentDto,
): Checked<JobContent> {
  const shape = checkShape(dto, withRules(plain))
  if (!shape.ok) return shape
  const job = JSON.parse(JSON.stringify(shape.value)) as JobContent
  const brief = checkBrief(job.brief)
  const unit = unitOf(job.unitId)
  const problems: Problem[] = brief.ok ? [] : brief.problems.map((p) => ({ ...p, path: `brief.${p.path}` }))
  if (!unit) problems.push(worded(fault('unit-unknown', 'unitId', { unit: job.unitId })))
  else problems.push(...fitProblems(unit, job.spec.fits, 'spec.fits', partOf), ...fitProblems(unit, job.arrived, 'arrived', partOf))
  return problems.length === 0 ? { ok: true, value: job } : { ok: false, problems }
}

function fitProblems(unit: Unit, fits: JobContent['arrived'], under: string, partOf: (id: string) => Part | undefined): Problem[] {
  return Object.entries(fits).flatMap(([stationId, partId]) => {
    const path = `${under}.${stationId}`
    if (!unit.stations.some((s) => s.id === stationId))
      return [worded(fault('station-unknown', path, { station: stationId, unit: unit.name }))]
    if (partId === null) return []
    const part = typeof partId === 'string' ? partOf(partId) : undefined
    return (part ? fitFaults(unit, stationId, part, path) : [fault('part-unknown', path, { part: String(partId) })]).map(worded)
  })
}
