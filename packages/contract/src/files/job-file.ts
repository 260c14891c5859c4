import type { Part, Unit } from '@plucky/core'
import { checkJob, type JobContent } from '../dto/job.dto.js'
import { checkPart } from '../dto/part.dto.js'
import { checkUnit } from '../dto/unit.dto.js'
import type { Checked } from '../dto/check.js'
import type { Problem } from '../words/faults.js'
import { decodeQuantities, encodeQuantities, filePath } from './quantities.js'

export const JOB_FORMAT = 'plucky-job'
export const JOB_FORMAT_VERSION = 1

/** A job with all that it is judged by, as one open file holds it. */
export interface JobFile {
  readonly job: JobContent
  readonly unit: Unit
  readonly parts: readonly Part[]
}

/** Where units and parts that a file only names are looked up. */
export interface Shelf {
  unit(id: string): Unit | undefined
  part(id: string): Part | undefined
}

const problem = (code: string, path: string, sentence: string): Problem => ({ code, path, sentence })

/**
 * Reads an open job file: its own unit and parts come first, what it only names is looked up. Every problem is named at once, with
 * its path as it stands in the file.
 */
export function readJob(file: unknown, shelf: Shelf): Checked<JobFile> {
  if (typeof file !== 'object' || file === null || Array.isArray(file))
    return bad(problem('object-expected', '', 'A job file is a JSON object with named fields.'))
  const { format, version, unit, parts, ...content } = file as Record<string, unknown>
  if (format !== JOB_FORMAT || version !== JOB_FORMAT_VERSION)
    return bad(
      problem(
        'format-unknown',
        'format',
        `A file of format "${JOB_FORMAT}", version ${JOB_FORMAT_VERSION} is expected; "${String(format)}", version ${String(version)} came.`,
      ),
    )
  if (parts !== undefined && !Array.isArray(parts)) return bad(problem('list-expected', 'parts', 'The parts of a job file are a list.'))
  const ownUnit = unit === undefined ? undefined : checkUnit(decodeQuantities(unit))
  const ownParts = ((parts ?? []) as unknown[]).map((part) => checkPart(decodeQuantities(part)))
  const known = new Map(ownParts.flatMap((part) => (part.ok ? [[part.value.id, part.value] as const] : [])))
  const unitOf = (id: string) => (ownUnit?.ok && ownUnit.value.id === id ? ownUnit.value : shelf.unit(id))
  const partOf = (id: string) => known.get(id) ?? shelf.part(id)
  const job = checkJob(decodeQuantities(content), unitOf, partOf)
  const problems = [
    ...under(job, ''),
    ...(ownUnit ? under(ownUnit, 'unit.') : []),
    ...ownParts.flatMap((part, i) => under(part, `parts.${i}.`)),
  ]
  if (!job.ok || problems.length > 0) return bad(...problems)
  const named = [...Object.values(job.value.spec.fits), ...Object.values(job.value.arrived)]
  const used = [...new Set(named)].flatMap((id) => (id ? (partOf(id) ?? []) : []))
  return { ok: true, value: { job: job.value, unit: unitOf(job.value.unitId) as Unit, parts: used } }
}

const bad = (...problems: Problem[]): { ok: false; problems: readonly Problem[] } => ({ ok: false, problems })
const under = (checked: Checked<unknown>, path: string): Problem[] =>
  checked.ok ? [] : checked.problems.map((p) => ({ ...p, path: filePath(path + p.path) }))

/** Fields that stand first, in this order; the others follow by name. So the same job gives the same bytes wherever it was kept. */
const FIRST = [
  'format',
  'version',
  'id',
  'name',
  'maker',
  'kind',
  'unitId',
  'brief',
  'engine',
  'form',
  'arrived',
  'spec',
  'rules',
  'unit',
  'parts',
]
const rank = (key: string) => (FIRST.includes(key) ? FIRST.indexOf(key) : FIRST.length)

function ordered(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(ordered)
  if (typeof value !== 'object' || value === null) return value
  const entries = Object.entries(value).filter(([, inner]) => inner !== undefined)
  return Object.fromEntries(entries.sort(([a], [b]) => rank(a) - rank(b) || (a < b ? -1 : 1)).map(([key, inner]) => [key, ordered(inner)]))
}

/** Writes a job with its unit and parts as one open file; reading it back and writing it again gives the same bytes. */
export function writeJob({ job, unit, parts }: JobFile): string {
  const { name, unitId, brief, arrived, spec, rules } = job
  const sorted = [...parts].sort((a, b) => (a.id < b.id ? -1 : 1))
  const file = { format: JOB_FORMAT, version: JOB_FORMAT_VERSION, name, unitId, brief, arrived, spec, rules, unit, parts: sorted }
  return `${JSON.stringify(ordered(encodeQuantities(file)), null, 2)}\n`
}
