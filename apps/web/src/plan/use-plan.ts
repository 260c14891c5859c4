import type { JobContent } from '@plucky/contract'
import type { Catalogue, FrontierAnswer, PlanInput, PlanPoint, PlanWishes, PresentPoint, Unit } from '@plucky/core'
import { proxy, wrap } from 'comlink'
import { useEffect, useMemo, useRef, useState } from 'react'
import { useStore } from 'zustand'
import { shopStore } from '../state/shop.js'
import type { PlanWorker } from '../workers/plan.worker.js'

/** Progress and result of a plan. */
export interface PlanState {
  readonly points: readonly PlanPoint[]
  /** `undefined` until the search is complete. */
  readonly answer: FrontierAnswer | undefined
  readonly present: PresentPoint | undefined
  /** Set if the search was stopped or failed. The points are then incomplete. */
  readonly ended: 'stopped' | 'failed' | undefined
  stop(): void
}

type Found = Omit<PlanState, 'stop'>

const NOTHING: Found = { points: [], answer: undefined, present: undefined, ended: undefined }

/** Computes the frontier of a job in a worker. Restarts when the input changes. */
export function usePlan(content: JobContent, unit: Unit, wishes: PlanWishes): PlanState {
  const { parts, operations, kits } = useStore(shopStore)
  const { spec, arrived, brief, rules, variantId, book } = content
  // Only fields that a plan depends on, so that a new name or note does not restart the search.
  const input = useMemo(
    (): PlanInput => ({
      unit,
      variantId,
      brief,
      rules,
      catalogue: catalogueOf(unit, { parts, operations, kits }),
      arrived,
      present: spec,
      book,
      wishes,
    }),
    [spec, arrived, brief, rules, variantId, book, unit, parts, operations, kits, wishes],
  )
  const [last, setLast] = useState<{ readonly input: PlanInput; readonly found: Found }>()
  const end = useRef<() => void>(undefined)
  useEffect(() => {
    const put = (more: (before: Found) => Partial<Found>) =>
      setLast((before) => {
        const found = before?.input === input ? before.found : NOTHING
        return { input, found: { ...found, ...more(found) } }
      })
    const endWorker = startPlan(input, put)
    end.current = () => {
      endWorker()
      put(({ answer, ended }) => ({ ended: answer ? ended : 'stopped' }))
    }
    return endWorker
  }, [input])
  return { ...(last?.input === input ? last.found : NOTHING), stop: () => end.current?.() }
}

/** Starts a worker. Returns a function that terminates it. */
function startPlan(input: PlanInput, put: (more: (before: Found) => Partial<Found>) => void): () => void {
  const worker = new Worker(new URL('../workers/plan.worker.ts', import.meta.url), { type: 'module' })
  const planner = wrap<PlanWorker>(worker)
  const failed = () => put(() => ({ ended: 'failed' }))
  worker.addEventListener('error', failed)
  // Points use a separate channel, so the last ones may arrive after the answer.
  const onPoint = proxy((point: PlanPoint) => put(({ points, answer }) => (answer ? {} : { points: withPoint(points, point) })))
  const run = async () => {
    const present = await planner.present(input)
    put(() => ({ present }))
    const answer = await planner.frontier(input, onPoint)
    put(() => ({ answer, points: answer.outcome === 'planned' ? answer.points : [] }))
  }
  run().catch(failed)
  return () => worker.terminate()
}

/** Adds a point. Points of the same cost are replaced: the new one holds more. */
const withPoint = (points: readonly PlanPoint[], point: PlanPoint): PlanPoint[] => [
  ...points.filter(({ money }) => money < point.money - SAME_MONEY),
  point,
]

const SAME_MONEY = 0.005

/** Items for this transmission only, to keep the message to the worker small. */
const catalogueOf = (unit: Unit, { parts, operations, kits }: Catalogue): Catalogue => ({
  parts: ofUnit(parts, unit),
  operations: ofUnit(operations, unit),
  kits: ofUnit(kits, unit),
})

const ofUnit = <T extends { readonly unitIds: readonly string[] }>(items: ReadonlyMap<string, T>, { id }: Unit): Map<string, T> =>
  new Map([...items].filter(([, { unitIds }]) => unitIds.includes(id)))
