import { lazy, Suspense } from 'react'
import { useStore } from 'zustand'
import { viewStore } from '../state/view.js'
import { Loading } from './Loading.js'
import type { ViewId } from './views.js'

const Help = lazy(() => import('../help/Help.js').then(({ Help: page }) => ({ default: page })))

/** Help panel of the current page: questions answered, keys, cautions and charts. */
export function HelpPanel({ view }: { view: ViewId }) {
  const open = useStore(viewStore, ({ help }) => help)
  if (!open) return null
  return (
    <Suspense fallback={<Loading words="Loading help…" />}>
      <Help view={view} />
    </Suspense>
  )
}
