import { useEffect, useMemo } from 'react'
import { useStore } from 'zustand'
import type { ShelfScope } from './api.js'
import { ensureShop, shopStore, type Shop } from './shop.js'

/** The shop with the items of a scope, or all of it: loading until all items are there. It is loaded when a page first needs it. */
export function useShop(scope?: ShelfScope): Shop {
  const key = JSON.stringify(scope ?? null)
  // Made from a scope above.
  useEffect(() => ensureShop(JSON.parse(key) as ShelfScope | null), [key])
  const shop = useStore(shopStore)
  const isPart = !scope && shop.state === 'ready' && !shop.whole
  return useMemo(() => (isPart ? { ...shop, state: 'loading' } : shop), [shop, isPart])
}
