import type { Part } from '../model/part.js'

/** A part as it is worked: measured before an operation it is another than after it. */
const worked = (part: Part): string => [part.id, ...(part.works ?? [])].join('+')

/**
 * Under which a reading stands in the book: what was measured, and on which parts. Another part at the station has readings of its own, and those of
 * the first are there again when it comes back. A name without full stops, which would part a path.
 */
export function readingKey(id: string, parts: readonly (Part | undefined)[]): string {
  const names = [...new Set(parts.flatMap((part) => (part ? [worked(part)] : [])))]
  const key = names.length === 0 ? id : `${id} of ${names.join(', ')}`
  return key.replaceAll('.', ' ')
}
