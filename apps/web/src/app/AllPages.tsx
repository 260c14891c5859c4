import { use } from 'react'
import { RouterProvider } from 'react-router'
import { loadCurrency } from '../state/shown.js'
import { router } from './router.js'

let loading: Promise<void> | undefined

/** All pages, once the currency of the shop is known. */
export function AllPages() {
  use((loading ??= loadCurrency()))
  return <RouterProvider router={router} />
}
