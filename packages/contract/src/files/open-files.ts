import { isRecord, type Kit, type Operation, type Part, type ShopStandard, type Unit } from '@plucky/core'
import type { Checked } from '../dto/check.js'
import { plainProblems } from '../dto/plain.js'
import { checkKit, checkOperation } from '../dto/operation.dto.js'
import { checkPart } from '../dto/part.dto.js'
import { checkUnit } from '../dto/unit.dto.js'
import { checkStandards } from '../dto/weak-place.dto.js'
import type { Problem } from '../words/error-messages.js'
import { itemFromVersion1, unitFromVersion1 } from './version-1.js'
import { decodeQuantities, encodeQuantities, filePath } from './quantities.js'

/** An open file that cannot be taken, with every problem found in it. */
export class FileProblem extends Error {
  constructor(readonly problems: readonly Problem[]) {
    super(problems.map((p) => `${p.path || 'file'}: ${p.sentence}`).join('\n'))
  }
}

/** The version of all open files that are written. Version 1 is still read. */
export const FORMAT_VERSION = 2

/** Whether files of a version can be read. */
export const isReadable = (version: unknown): boolean => version === FORMAT_VERSION || version === 1

/** Problem for an unsupported format or version. */
export function wrongFormat(format: string, came: unknown, version: unknown): Problem {
  const required = `Format "${format}", version 1 to ${FORMAT_VERSION}, is required`
  const sentence =
    came === undefined
      ? `${required}; this file names no format.`
      : came !== format
        ? `${required}; this file is "${String(came)}".`
        : version === undefined
          ? `${required}; this file names no version.`
          : `${required}; this file is version ${String(version)}.`
  return { code: 'format-unknown', path: 'format', sentence }
}

/** Takes the envelope off an open file: its format and version must be the expected ones. */
function opened(file: unknown, format: string, fromVersion1: (content: unknown) => unknown): Checked<Record<string, unknown>> {
  const unfit = plainProblems(file)
  if (unfit.length > 0) return { ok: false, problems: unfit }
  const { format: came, version, $schema: _editors, ...content } = isRecord(file) ? file : {}
  void _editors
  const current = version === 1 ? fromVersion1(content) : content
  // Returns an object if it is given one.
  if (came === format && isReadable(version)) return { ok: true, value: decodeQuantities(current) as Record<string, unknown> }
  return { ok: false, problems: [wrongFormat(format, came, version)] }
}

function taken<T>(checked: Checked<T>, under = ''): T {
  if (checked.ok) return checked.value
  throw new FileProblem(checked.problems.map((p) => ({ ...p, path: filePath(under + p.path) })))
}

export const UNIT_FORMAT = 'plucky-unit'

/** Reads a unit from its open file. */
export function readUnit(file: unknown): Checked<Unit> {
  const content = opened(file, UNIT_FORMAT, unitFromVersion1)
  const checked = content.ok ? checkUnit(content.value) : content
  return checked.ok ? checked : { ok: false, problems: checked.problems.map((p) => ({ ...p, path: filePath(p.path) })) }
}

/** A unit from its open file, or every problem in it as an error. */
export const readUnitFile = (file: unknown): Unit => taken(readUnit(file))

/** Writes a unit as an open file; reading it back gives the same unit, and writing that the same bytes. */
export const writeUnit = (unit: Unit): string =>
  `${JSON.stringify(encodeQuantities({ format: UNIT_FORMAT, version: FORMAT_VERSION, ...unit }), null, 2)}\n`

export const STANDARDS_FORMAT = 'plucky-standards'

/** Writes the standards of a shop as an open file. */
export const writeStandards = (standards: readonly ShopStandard[]): string =>
  `${JSON.stringify(encodeQuantities({ format: STANDARDS_FORMAT, version: FORMAT_VERSION, standards }), null, 2)}\n`

/** Reads the standards of a shop from their open file. Throws FileProblem with every problem in it. */
export const readStandardsFile = (file: unknown): readonly ShopStandard[] =>
  taken(checkStandards({ version: 0, ...taken(opened(file, STANDARDS_FORMAT, (content) => content)) })).standards

/** A shelf as one open file holds it. */
export interface ShelfFile {
  readonly parts: readonly Part[]
  readonly operations: readonly Operation[]
  readonly kits: readonly Kit[]
}

export const SHELF_FORMAT = 'plucky-shelf'

/** Writes a shelf as an open file; reading it back gives the same shelf, and writing that the same bytes. */
export const writeShelf = ({ parts, operations, kits }: ShelfFile): string =>
  `${JSON.stringify(encodeQuantities({ format: SHELF_FORMAT, version: FORMAT_VERSION, parts, operations, kits }), null, 2)}\n`

/** Reads a shelf from its open file. */
export function readShelf(file: unknown): Checked<ShelfFile> {
  try {
    return { ok: true, value: readShelfFile(file) }
  } catch (error) {
    if (error instanceof FileProblem) return { ok: false, problems: error.problems }
    throw error
  }
}

/** Reads a shelf from its open file. Throws FileProblem with the problems of the first invalid item. */
export function readShelfFile(file: unknown): ShelfFile {
  const { parts, operations = [], kits = [] } = taken(opened(file, SHELF_FORMAT, itemFromVersion1))
  return {
    parts: eachOf('parts', parts, checkPart),
    operations: eachOf('operations', operations, checkOperation),
    kits: eachOf('kits', kits, checkKit),
  }
}

function eachOf<T>(name: string, list: unknown, check: (plain: unknown) => Checked<T>): T[] {
  if (!Array.isArray(list))
    throw new FileProblem([{ code: 'list-expected', path: name, sentence: `"${name}" in a shelf file must be a list.` }])
  return list.map((each, i) => taken(check(each), `${name}.${i}.`))
}
