import { lazy, Suspense } from 'react'
import { useStore } from 'zustand'
import { viewStore } from '../state/view.js'
import { Loading } from './Loading.js'
import type { ViewId } from './views.js'

const Help = lazy(() => import('../help/Help.js').then(({ Help: panel }) => ({ default: panel })))
const Units = lazy(() => import('./Units.js').then(({ Units: panel }) => ({ default: panel })))

/** The panel that is open beside the page: help for the page, or units. */
export function Panels({ view }: { view: ViewId }) {
  const open = useStore(viewStore, ({ panel }) => panel)
  if (open === '') return null
  return <Suspense fallback={<Loading words="Loading…" />}>{open === 'help' ? <Help view={view} /> : <Units />}</Suspense>
}
