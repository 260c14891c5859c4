import { useSyncExternalStore } from 'react'

/** Whether the window is at least so wide, followed as it changes. */
export function useWider(leastPx: number): boolean {
  const query = `(min-width: ${leastPx}px)`
  return useSyncExternalStore(
    (changed) => {
      const media = matchMedia(query)
      media.addEventListener('change', changed)
      return () => media.removeEventListener('change', changed)
    },
    () => matchMedia(query).matches,
  )
}
