import type { AccessState, SignedIn } from '@plucky/contract'
import { createStore } from 'zustand/vanilla'

interface Access {
  /** Undefined until the server has answered. */
  readonly mode: AccessState['mode'] | undefined
  readonly person: SignedIn | null
  /** True if the session has ended while the pages were open. */
  readonly ended: boolean
}

/** How the shop is opened and who is signed in. */
export const accessStore = createStore<Access>(() => ({ mode: undefined, person: null, ended: false }))

/** Takes who is signed in. */
export function noteAccess({ mode, person }: AccessState): void {
  accessStore.setState({ mode, person, ended: false })
}

/** Notes that the server asks for a sign-in. What was typed stays on the page. */
export function noteSignedOut(): void {
  accessStore.setState({ mode: 'accounts', ended: true })
}
