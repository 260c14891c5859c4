import { useEffect } from 'react'
import { useStore } from 'zustand'
import { ensureShop, shopStore, type Shop } from './shop.js'

/** The shop, which is loaded when a page first needs it. */
export function useShop(): Shop {
  useEffect(ensureShop, [])
  return useStore(shopStore)
}
