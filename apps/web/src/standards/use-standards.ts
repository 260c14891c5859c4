import type { ShopStandard } from '@plucky/core'
import { api } from '../state/api.js'
import { useFetched } from '../state/queries.js'

const NONE: readonly ShopStandard[] = []

/** Key of the standards in the cache of server data. */
export const STANDARDS_QUERY = ['shop', 'standards'] as const

/** Standards of the shop. Empty until they are loaded. */
export function useStandards(): { readonly standards: readonly ShopStandard[]; readonly problem: string } {
  const { data, error } = useFetched(STANDARDS_QUERY, () => api.standards())
  return { standards: data?.standards ?? NONE, problem: error?.message ?? '' }
}
