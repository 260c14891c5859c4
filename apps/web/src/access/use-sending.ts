import { useState } from 'react'
import { messageOf } from '../state/message-of.js'

/** A request of a form: whether it runs, and why it failed. */
export function useSending() {
  const [problem, setProblem] = useState('')
  const [busy, setBusy] = useState(false)
  /** Sends it. Calls `onDone` with the answer. */
  const send = async <T>(request: () => Promise<T>, onDone: (answer: T) => unknown): Promise<void> => {
    setBusy(true)
    setProblem('')
    try {
      await onDone(await request())
    } catch (error) {
      setProblem(messageOf(error))
    }
    setBusy(false)
  }
  return { problem, busy, send }
}
