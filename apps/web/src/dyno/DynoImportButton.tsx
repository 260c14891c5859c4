import type { JobContent } from '@plucky/contract'
import { useStore } from 'zustand'
import { createStore } from 'zustand/vanilla'
import { OutlineButton } from '../ui/buttons.js'
import { DynoImport } from './DynoImport.js'

/** Whether a dyno file is being taken in. */
const place = createStore<{ readonly open: boolean }>(() => ({ open: false }))

export function DynoButton() {
  const open = useStore(place, (state) => state.open)
  return (
    <OutlineButton onClick={() => place.setState({ open: !open })} aria-expanded={open} data-testid="dyno-open">
      Import dyno file…
    </OutlineButton>
  )
}

export function DynoImportButton({ content }: { content: JobContent }) {
  const open = useStore(place, (state) => state.open)
  return open ? <DynoImport content={content} onClose={() => place.setState({ open: false })} /> : null
}
