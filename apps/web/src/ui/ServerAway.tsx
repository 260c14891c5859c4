import { useEffect, useRef } from 'react'
import { JobErrorScreen } from './JobErrorScreen.js'

const RETRY_MS = 3000

/** Page that could not be loaded because the server does not respond. Retries 3 s after each failure. */
export function ServerAway({ onRetry }: { onRetry: () => Promise<unknown> }) {
  const retry = useRef(onRetry)
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined
    let shown = true
    const plan = () => {
      if (shown) timer = setTimeout(() => void retry.current().finally(plan), RETRY_MS)
    }
    plan()
    return () => {
      shown = false
      clearTimeout(timer)
    }
  }, [])
  return <JobErrorScreen title="The server is not responding." sentence="Retrying automatically." onRetry={() => void onRetry()} />
}
