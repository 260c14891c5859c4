import { inAnotherCore, type PartOf } from '@plucky/core'
import type { DraftItem } from '../../shelf/draft-item.js'
import { withValue } from '../../state/with-value.js'

/** Scales stall rating and table of a copied converter with its core diameter (K with D^−2.5). */
export function withSizedRating(basis: PartOf<'converter'>, item: DraftItem, touched: ReadonlySet<string>): DraftItem {
  // Unchecked entry. The value is checked below.
  const { diameterM } = item['geometry'] as { readonly diameterM: unknown }
  const typed = [...touched].some((path) => path.startsWith('geometry.stall.') || path.startsWith('geometry.table'))
  if (typed || !touched.has('geometry.diameterM') || typeof diameterM !== 'number' || !(diameterM > 0)) return item
  const { stall, table } = inAnotherCore(basis.geometry, diameterM)
  const rated = withValue(item, 'geometry.stall', stall)
  return table ? withValue(rated, 'geometry.table', table) : rated
}
