import { certain, isRecord, markIssues } from '@plucky/core'
import type { Kit, Mark, Operation, Part, Unit } from '@plucky/core'
import { checkJob, contentOf, type JobContent, type Lookup } from '../dto/job.dto.js'
import { checkKit, checkOperation } from '../dto/operation.dto.js'
import { checkPhoto, type Photo } from '../dto/photo.dto.js'
import { checkPart } from '../dto/part.dto.js'
import { checkUnit } from '../dto/unit.dto.js'
import type { Checked } from '../dto/check.js'
import { plainProblems } from '../dto/plain.js'
import { toProblem, type Problem } from '../words/error-messages.js'
import { FORMAT_VERSION, isReadable, wrongFormat } from './open-files.js'
import { itemFromVersion1, jobFromVersion1, unitFromVersion1 } from './version-1.js'
import { decodeQuantities, encodeQuantities, filePath } from './quantities.js'

export const JOB_FORMAT = 'plucky-job'

/** A job with all that it is judged by, as one open file holds it. */
export interface JobFile {
  readonly job: JobContent
  readonly unit: Unit
  readonly parts: readonly Part[]
  readonly operations: readonly Operation[]
  /** Kits whose parts are all fitted. */
  readonly kits: readonly Kit[]
  /** Photographs that its book names; left out where it is not a file that goes out. */
  readonly photos?: readonly Photo[]
  /** Fields of its build book; left out where the file is not one that is downloaded. */
  readonly marks?: readonly FiledMark[]
}

/** A field of a build book in a job file. Figures are SI. */
export interface FiledMark extends Omit<Mark, 'rev'> {
  readonly name: string
}

/** A numbered, named state of a job, kept with all that it was judged by. */
export interface Revision {
  readonly number: number
  readonly name: string
  readonly savedAt: string
  /** Who named it; null where that was not said. */
  readonly by: string | null
  readonly file: JobFile
}

const problem = (code: string, path: string, sentence: string): Problem => ({ code, path, sentence })

/**
 * Reads an open job file: its own unit, parts and operations come first, what it only names is looked up. Every problem is named at
 * once, with its path as it stands in the file.
 */
export function readJob(file: unknown, shelf: Lookup): Checked<JobFile> {
  if (typeof file !== 'object' || file === null || Array.isArray(file))
    return bad(problem('object-expected', '', 'A job file is a JSON object with named fields.'))
  const unfit = plainProblems(file)
  if (unfit.length > 0) return { ok: false, problems: unfit }
  // Checked to be an object above.
  const { format, version, $schema: _editors, ...all } = file as Record<string, unknown>
  void _editors
  if (format !== JOB_FORMAT || !isReadable(version)) return bad(wrongFormat(JOB_FORMAT, format, version))
  const { unit, parts, operations, kits, photos, marks, ...content } = version === 1 ? fileFromVersion1(all) : all
  const ownUnit = unit === undefined ? undefined : checkUnit(decodeQuantities(unit))
  const own = {
    parts: listOf('parts', parts, checkPart),
    operations: listOf('operations', operations, checkOperation),
    kits: listOf('kits', kits, checkKit),
  }
  const ownPhotos = listOf('photos', photos, checkFiledPhoto)
  const [ownParts, ownOperations] = [byId(own.parts.values), byId(own.operations.values)]
  const lookup: Lookup = {
    unit: (id) => (ownUnit?.ok && ownUnit.value.id === id ? ownUnit.value : shelf.unit(id)),
    part: (id) => ownParts.get(id) ?? shelf.part(id),
    operation: (id) => ownOperations.get(id) ?? shelf.operation(id),
  }
  const job = checkJob(decodeQuantities(content), lookup)
  const ownMarks = marksOf(job.ok ? lookup.unit(job.value.unitId) : undefined, marks)
  const problems = [
    ...under(job, ''),
    ...(ownUnit ? under(ownUnit, 'unit.') : []),
    ...own.parts.problems,
    ...own.operations.problems,
    ...own.kits.problems,
    ...ownPhotos.problems,
    ...ownMarks.problems,
  ]
  if (!job.ok || problems.length > 0) return bad(...problems)
  return { ok: true, value: { ...jobFileOf(job.value, lookup, own.kits.values), photos: ownPhotos.values, marks: ownMarks.values } }
}

/** Items for sale of one file: parts, operations and kits. */
export interface FiledItems {
  readonly parts: readonly Part[]
  readonly operations: readonly Operation[]
  readonly kits: readonly Kit[]
}

/** Everything that a job file lists, whether the job uses it or not: the shelf that it brings along. Read the job first: it names every problem. */
export function itemsInJob(file: unknown): FiledItems {
  if (!isRecord(file)) return { parts: [], operations: [], kits: [] }
  const { parts, operations, kits } = file['version'] === 1 ? fileFromVersion1(file) : file
  return {
    parts: listOf('parts', parts, checkPart).values,
    operations: listOf('operations', operations, checkOperation).values,
    kits: listOf('kits', kits, checkKit).values,
  }
}

function fileFromVersion1(file: Readonly<Record<string, unknown>>): Record<string, unknown> {
  const { unit, parts, operations, kits, photos, ...content } = file
  return {
    // Returns an object if it is given one.
    ...(jobFromVersion1(content) as Record<string, unknown>),
    unit: unitFromVersion1(unit),
    parts: itemFromVersion1(parts),
    operations: itemFromVersion1(operations),
    kits: itemFromVersion1(kits),
    photos,
  }
}

/** Fields of the build book in a file, each checked against the transmission of the job. */
function marksOf(unit: Unit | undefined, list: unknown): { values: FiledMark[]; problems: Problem[] } {
  if (list === undefined || !unit) return { values: [], problems: [] }
  if (!Array.isArray(list)) return { values: [], problems: [problem('list-expected', 'marks', '"marks" in a job file must be a list.')] }
  const checked = list.map((plain: unknown): Checked<FiledMark> => {
    const { name, value, by, at } = isRecord(plain) ? plain : {}
    if (typeof name !== 'string' || typeof by !== 'string' || typeof at !== 'string' || Number.isNaN(Date.parse(at)))
      return bad(problem('mark-expected', '', 'An entry of the build book needs name, value, by and at.'))
    const issues = markIssues(unit, name, value)
    // Checked above.
    return issues.length > 0
      ? bad(...issues.map(toProblem))
      : { ok: true, value: { name, value: value as Mark['value'], by: by.slice(0, 60), at } }
  })
  return {
    values: checked.flatMap((c) => (c.ok ? [c.value] : [])),
    problems: checked.flatMap((c, i) => (c.ok ? [] : c.problems.map((p) => ({ ...p, path: `marks.${i}` })))),
  }
}

/** A photograph with its id. */
function checkFiledPhoto(plain: unknown): Checked<Photo> {
  const { id, ...picture } = isRecord(plain) ? plain : {}
  const checked = checkPhoto(picture)
  return checked.ok ? { ok: true, value: { ...checked.value, id: String(id) } } : checked
}

/** A job with all that it names; of the kits those that it holds whole. */
export function jobFileOf(job: JobContent, lookup: Lookup, kits: Iterable<Kit>): JobFile {
  const { fits, works } = job.spec
  const each = (ids: readonly (string | null)[]) => [...new Set(ids)].filter((id): id is string => id !== null)
  return {
    job,
    unit: certain(lookup.unit(job.unitId)),
    parts: each([...Object.values(fits), ...Object.values(job.arrived)]).flatMap((id) => lookup.part(id) ?? []),
    operations: each(Object.values(works).flat()).flatMap((id) => lookup.operation(id) ?? []),
    kits: [...kits].filter((kit) => Object.entries(kit.parts).every(([station, id]) => fits[station] === id)),
  }
}

const byId = <T extends { readonly id: string }>(items: readonly T[]) => new Map(items.map((item) => [item.id, item]))

/** Items of a list in a file, each checked; a list that is not there is empty. */
function listOf<T>(name: string, list: unknown, check: (plain: unknown) => Checked<T>): { values: T[]; problems: Problem[] } {
  if (list === undefined) return { values: [], problems: [] }
  if (!Array.isArray(list)) return { values: [], problems: [problem('list-expected', name, `"${name}" in a job file must be a list.`)] }
  const checked = list.map((each) => check(decodeQuantities(each)))
  return {
    values: checked.flatMap((c) => (c.ok ? [c.value] : [])),
    problems: checked.flatMap((c, i) => under(c, `${name}.${i}.`)),
  }
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
  'customer',
  'maker',
  'kind',
  'unitId',
  'variantId',
  'brief',
  'engine',
  'form',
  'arrived',
  'arrivedPressure',
  'teardown',
  'spec',
  'book',
  'rules',
  'unit',
  'parts',
  'operations',
  'kits',
  'photos',
  'marks',
]
const rank = (key: string) => (FIRST.includes(key) ? FIRST.indexOf(key) : FIRST.length)

function ordered(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(ordered)
  if (typeof value !== 'object' || value === null) return value
  const entries = Object.entries(value).filter(([, inner]) => inner !== undefined)
  return Object.fromEntries(entries.sort(([a], [b]) => rank(a) - rank(b) || (a < b ? -1 : 1)).map(([key, inner]) => [key, ordered(inner)]))
}

/** Writes a job with all that it names as one open file; reading it back and writing it again gives the same bytes. */
export function writeJob({ job, unit, parts, operations, kits, photos = [], marks = [] }: JobFile): string {
  const { customer, ...content } = contentOf(job)
  const sorted = <T extends { id: string }>(items: readonly T[]) => [...items].sort((a, b) => (a.id < b.id ? -1 : 1))
  const own = {
    unit,
    parts: sorted(parts),
    operations: sorted(operations),
    kits: sorted(kits),
    ...(photos.length > 0 ? { photos: sorted(photos) } : {}),
  }
  const file = {
    format: JOB_FORMAT,
    version: FORMAT_VERSION,
    ...content,
    ...(customer ? { customer } : {}),
    ...own,
    ...(marks.length > 0 ? { marks: [...marks].sort((a, b) => (a.name < b.name ? -1 : 1)) } : {}),
  }
  return `${JSON.stringify(ordered(encodeQuantities(file)), null, 2)}\n`
}
