import { use, useEffect } from 'react'
import { RouterProvider } from 'react-router'
import { loadCurrency } from '../state/shown.js'
import { router } from './router.js'

let loading: Promise<void> | undefined

/** Follows changes by others. Its code is fetched after the first page. */
function follow(): () => void {
  let leave: (() => void) | undefined
  let left = false
  void import('../state/events.js').then(({ followShop }) => {
    if (!left) leave = followShop()
  })
  return () => {
    left = true
    leave?.()
  }
}

/** All pages, once the currency of the shop is known. */
export function AllPages() {
  useEffect(follow, [])
  use((loading ??= loadCurrency()))
  return <RouterProvider router={router} />
}
