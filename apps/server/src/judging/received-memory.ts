import { asReceived, receivedWords, type JobContent, type JobFile, type ReceivedWords } from '@plucky/contract'
import type { Part, Unit } from '@plucky/core'
import { LRUCache } from 'lru-cache'
import { isDeepStrictEqual } from 'node:util'

/** Maximum number of cached jobs, about 20 kB each. */
const MOST_KEPT = 200

/** Inputs of the power held as received. */
interface Basis {
  readonly job: JobContent
  readonly unit: Unit
  readonly parts: readonly (Part | undefined)[]
}

/** Caches the power held as received, by job. Most saves change only the spec, which is not an input of this value. */
export class ReceivedMemory {
  private readonly kept = new LRUCache<number, { readonly basis: Basis; readonly words: ReceivedWords }>({ max: MOST_KEPT })

  of(number: number, file: JobFile): ReceivedWords {
    const basis = basisOf(file)
    const before = this.kept.get(number)
    if (before && isSame(before.basis, basis)) return before.words
    const words = receivedWords(file)
    this.kept.set(number, { basis, words })
    return words
  }
}

function basisOf({ job, unit, parts }: JobFile): Basis {
  const byId = new Map(parts.map((part) => [part.id, part]))
  return {
    job: { ...asReceived(job), name: '', customer: '' },
    unit,
    parts: Object.values(job.arrived).map((id) => (id === null ? undefined : byId.get(id))),
  }
}

/** Compares items by identity: the judge caches each version of an item as one object. */
const isSame = (a: Basis, b: Basis): boolean =>
  a.unit === b.unit && a.parts.every((part, i) => part === b.parts[i]) && isDeepStrictEqual(a.job, b.job)
