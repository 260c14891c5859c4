import type { JobContent } from '@plucky/contract'
import { useStore } from 'zustand'
import { createStore } from 'zustand/vanilla'
import { Ruled } from '../ui/buttons.js'
import { DynoIn } from './DynoIn.js'

/** Whether a dyno file is being taken in. */
const place = createStore<{ readonly open: boolean }>(() => ({ open: false }))

export function DynoButton() {
  const open = useStore(place, (state) => state.open)
  return (
    <Ruled onClick={() => place.setState({ open: !open })} aria-expanded={open} data-testid="dyno-open">
      Import dyno file…
    </Ruled>
  )
}

export function DynoPlace({ content }: { content: JobContent }) {
  const open = useStore(place, (state) => state.open)
  return open ? <DynoIn content={content} onClose={() => place.setState({ open: false })} /> : null
}
