import { flatPressureLike, partIssues, type LockupGeometry, type PartOf } from '@plucky/core'
import type { DraftItem } from '../../shelf/draft-item.js'
import { withValue } from '../../state/with-value.js'

const FLAT_AT = 'geometry.piston.flatAtPa'

/** Sets the full-contact pressure of a copied lockup piston so that its machined cone stays the same. */
export function withFlatPressure(basis: PartOf<'lockup'>, item: DraftItem, touched: ReadonlySet<string>): DraftItem {
  if (touched.has(FLAT_AT)) return item
  // Unchecked entry. Each value is checked below.
  const geometry = item['geometry'] as LockupGeometry
  if (partIssues({ ...basis, geometry }).length > 0) return item
  return withValue(item, FLAT_AT, flatPressureLike(basis.geometry, geometry))
}
