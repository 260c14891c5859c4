import { wrap, type Remote } from 'comlink'
import { startTransition, useEffect, useRef, useState } from 'react'
import type { PlanWorker } from '../workers/plan.worker.js'

/** Progress and result of a search in a worker. */
export interface Search<F> {
  readonly found: F
  /** Set if the search was stopped or failed. What was found is then incomplete. */
  readonly ended: 'complete' | 'stopped' | 'failed' | undefined
  stop(): void
}

/** A search: its input, what is known before it starts, and how the worker is asked. */
export interface SearchSteps<I, F> {
  readonly nothing: F
  /** Time without a change before the search starts, so that it does not compete with the figures of the page, ms. */
  readonly pauseMs: number
  run(planner: Remote<PlanWorker>, input: I, put: (more: (before: F) => F) => void): Promise<void>
}

interface Last<I, F> extends Pick<Search<F>, 'found' | 'ended'> {
  readonly input: I
}

/** Runs a search in a worker of its own. Restarts when the input changes; the worker ends with the search. Without an input there is no search. */
export function useSearch<I extends object, F>(input: I | undefined, steps: SearchSteps<I, F>): Search<F> {
  const [last, setLast] = useState<Last<I, F>>()
  const end = useRef<() => void>(undefined)
  useEffect(() => {
    if (!input) return undefined
    const change = (more: (before: Last<I, F>) => Partial<Last<I, F>>) =>
      // What is found is drawn when the page has nothing else to do.
      startTransition(() =>
        setLast((before) => {
          const own = before?.input === input ? before : { input, found: steps.nothing, ended: undefined }
          return { ...own, ...more(own) }
        }),
      )
    let endWorker = () => {}
    const pause = setTimeout(() => (endWorker = startWorker(input, steps, change)), steps.pauseMs)
    const stop = () => {
      clearTimeout(pause)
      endWorker()
    }
    end.current = () => {
      stop()
      change(({ ended }) => ({ ended: ended ?? 'stopped' }))
    }
    return stop
  }, [input, steps])
  const { found, ended } = last && last.input === input ? last : { found: steps.nothing, ended: undefined }
  return { found, ended, stop: () => end.current?.() }
}

/** Starts a worker. Returns a function that terminates it. */
function startWorker<I, F>(
  input: I,
  { run }: SearchSteps<I, F>,
  change: (more: (before: Last<I, F>) => Partial<Last<I, F>>) => void,
): () => void {
  const worker = new Worker(new URL('../workers/plan.worker.ts', import.meta.url), { type: 'module' })
  const failed = () => change(() => ({ ended: 'failed' }))
  worker.addEventListener('error', failed)
  run(wrap<PlanWorker>(worker), input, (more) => change(({ found }) => ({ found: more(found) })))
    .then(() => {
      change(() => ({ ended: 'complete' }))
      worker.terminate()
    })
    .catch(failed)
  return () => worker.terminate()
}
