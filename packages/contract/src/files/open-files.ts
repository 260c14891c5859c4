import type { Part, Unit } from '@plucky/core'
import type { Checked } from '../dto/check.js'
import { checkPart } from '../dto/part.dto.js'
import { checkUnit } from '../dto/unit.dto.js'
import type { Problem } from '../words/faults.js'
import { decodeQuantities } from './quantities.js'

/** An open file that cannot be taken, with every problem found in it. */
export class FileProblem extends Error {
  constructor(readonly problems: readonly Problem[]) {
    super(problems.map((p) => `${p.path || 'file'}: ${p.sentence}`).join('\n'))
  }
}

const FORMAT_VERSION = 1

/** Takes the envelope off an open file: its format and version must be the expected ones. */
function opened(file: unknown, format: string): Record<string, unknown> {
  const { format: came, version, ...content } = (typeof file === 'object' && file !== null ? file : {}) as Record<string, unknown>
  if (came !== format || version !== FORMAT_VERSION)
    throw new FileProblem([
      {
        code: 'format-unknown',
        path: 'format',
        sentence: `A file of format "${format}", version ${FORMAT_VERSION} is expected; "${String(came)}", version ${String(version)} came.`,
      },
    ])
  return decodeQuantities(content) as Record<string, unknown>
}

function taken<T>(checked: Checked<T>, under = ''): T {
  if (checked.ok) return checked.value
  throw new FileProblem(checked.problems.map((p) => ({ ...p, path: under + p.path })))
}

export const readUnitFile = (file: unknown): Unit => taken(checkUnit(opened(file, 'plucky-unit')))

export function readShelfFile(file: unknown): Part[] {
  const { parts } = opened(file, 'plucky-shelf')
  if (!Array.isArray(parts))
    throw new FileProblem([{ code: 'list-expected', path: 'parts', sentence: 'A shelf file holds a list of parts.' }])
  return parts.map((part, i) => taken(checkPart(part), `parts.${i}.`))
}
