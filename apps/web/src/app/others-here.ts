import type { Present } from '@plucky/contract'
import { useQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import { useStore } from 'zustand'
import { api } from '../state/api.js'
import { UNNAMED } from '../state/book.js'
import { queries } from '../state/queries.js'
import { viewStore } from '../state/view.js'
import { windowName } from '../state/window-name.js'

/** Time between two notes that this window shows the job, ms. A hidden window does not say it. */
const BEAT_MS = 20_000

/** Says that this window shows a job, as long as it does. Returns who else has it open: nothing if nobody does. */
export function useOthersHere(number: number): Present | undefined {
  const person = useStore(viewStore, (view) => view.person.trim()) || UNNAMED
  const { data } = useQuery(
    {
      queryKey: ['present', number, person],
      queryFn: () => api.present(number, { window: windowName(), name: person }),
      refetchInterval: BEAT_MS,
      retry: false,
    },
    queries,
  )
  useEffect(() => {
    // A window that cannot say it is forgotten after a minute.
    const leave = () => void api.absent(number, windowName()).catch(() => undefined)
    window.addEventListener('pagehide', leave)
    return () => {
      window.removeEventListener('pagehide', leave)
      leave()
    }
  }, [number])
  return data && (data.people.length > 0 || data.alsoMe) ? data : undefined
}
