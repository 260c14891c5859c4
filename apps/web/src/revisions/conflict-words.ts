import { capital, changeValueWords, fieldOfPath, JobContentDto, leafWords, stationName, type JobContent } from '@plucky/contract'
import type { FieldConflict } from '../state/merge-fields.js'
import { shopStore } from '../state/shop.js'

interface ConflictWords {
  readonly name: string
  readonly mine: string
  readonly theirs: string
}

/** Paths whose last key is a station. */
const AT_STATION = /^(spec\.fits|spec\.works|arrived)\.([^.]+)$/
const WHAT = { 'spec.fits': '', 'spec.works': ', operations', arrived: ', as received' }

/** A field that two windows changed, in words: stations, parts and operations by name, figures in the shown unit. */
export function conflictWords({ path, mine, theirs }: FieldConflict, content: JobContent | undefined): ConflictWords {
  const { units, parts, operations } = shopStore.getState()
  const [, table, stationId] = AT_STATION.exec(path) ?? []
  const unit = units.find(({ id }) => id === content?.unitId)
  if (stationId !== undefined && unit) {
    const itemName = (id: unknown) => parts.get(String(id))?.name ?? operations.get(String(id))?.name ?? String(id)
    const words = (value: unknown) => {
      const ids = [value ?? []].flat()
      return ids.length === 0 ? 'none' : ids.map(itemName).join(', ')
    }
    // The pattern has no other tables.
    return { name: capital(stationName(unit, stationId)) + WHAT[table as keyof typeof WHAT], mine: words(mine), theirs: words(theirs) }
  }
  const found = fieldOfPath(content, JobContentDto, path)
  if (!found) return { name: path, mine: changeValueWords(mine), theirs: changeValueWords(theirs) }
  const { group, field } = found
  const words = (value: unknown) => (typeof value === 'object' && value !== null ? changeValueWords(value) : leafWords(field, value))
  return { name: capital(group ? `${group}: ${field.label}` : field.label), mine: words(mine), theirs: words(theirs) }
}
