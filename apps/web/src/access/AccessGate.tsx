import { Box, Text } from '@chakra-ui/react'
import { Suspense, useEffect, type ReactNode } from 'react'
import { useStore } from 'zustand'
import { accessStore, noteAccess } from '../state/access.js'
import { api } from '../state/api.js'
import { viewStore } from '../state/view.js'
import { SignIn } from './SignIn.js'

/** Time between two questions to a server that does not respond, ms. */
const AGAIN_MS = 3000

/** Asks the server how the shop is opened. If it does not respond, the pages open with what this computer has, and it is asked again. */
function useAccess() {
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined
    const ask = () => {
      api.access().then(noteAccess, () => {
        timer = setTimeout(ask, AGAIN_MS)
        accessStore.setState(({ mode }) => ({ mode: mode ?? 'open' }))
      })
    }
    ask()
    return () => clearTimeout(timer)
  }, [])
  return useStore(accessStore)
}

/** Shows the pages to people who are signed in. If a session ends, the sign-in is shown above the page, which keeps what was typed. */
export function AccessGate({ children }: { children: ReactNode }) {
  const { mode, person, ended } = useAccess()
  // Revisions and entries of the build book are signed with this name.
  useEffect(() => {
    if (person) viewStore.setState({ person: person.name })
  }, [person])
  if (mode === undefined) return null
  if (mode === 'accounts' && !person) return <SignIn />
  return (
    <>
      <Box inert={ended}>
        <Suspense fallback={<Text p="6">Loading…</Text>}>{children}</Suspense>
      </Box>
      {ended && (
        <Box position="fixed" inset="0" zIndex={60} bg="paper/85" overflowY="auto">
          <SignIn again />
        </Box>
      )}
    </>
  )
}
