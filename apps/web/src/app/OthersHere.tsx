import { Flex, Text } from '@chakra-ui/react'
import type { Present } from '@plucky/contract'
import { useQuery } from '@tanstack/react-query'
import { Users } from 'lucide-react'
import { useEffect } from 'react'
import { useStore } from 'zustand'
import { api } from '../state/api.js'
import { queries } from '../state/queries.js'
import { windowName } from '../state/window-name.js'
import { UNNAMED } from '../state/book.js'
import { viewStore } from '../state/view.js'
import { Tip } from '../ui/Tip.js'

/** Time between two notes that this window shows the job, ms. A hidden window does not say it. */
const BEAT_MS = 20_000

/** The strip has no room for it on a narrow screen. */
const PLACE = { display: { base: 'none', lg: 'flex' }, alignItems: 'center', gap: '0.5', mr: '1.5', color: 'inkSoft' } as const

/** Other people who have the job open. Nothing if there are none. */
export function OthersHere({ number }: { number: number }) {
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
  const words = data ? othersInWords(data) : ''
  if (!words) return null
  return (
    <Tip words={words}>
      <Flex role="status" aria-label={words} {...PLACE} tabIndex={0} data-testid="others-here">
        <Users size={16} aria-hidden />
        <Text fontSize="small" lineHeight="1.15" aria-hidden>
          {data?.people.length || ''}
        </Text>
      </Flex>
    </Tip>
  )
}

/** Who else has the job open, in words. */
function othersInWords({ people, alsoMe }: Present): string {
  if (people.length > 0) return `Also in this job: ${people.join(', ')}. Changes appear as they are saved.`
  return alsoMe ? 'This job is also open in another window of yours.' : ''
}
