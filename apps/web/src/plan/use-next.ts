import type { JobContent } from '@plucky/contract'
import type { Excess, NextSet, PlanInput, Unit } from '@plucky/core'
import { proxy } from 'comlink'
import { usePlanInput } from './use-plan-input.js'
import { useSearch, type Search, type SearchSteps } from './use-search.js'

/** Next sets of changes, and parts that are stronger than necessary. */
export interface NextFound {
  readonly sets: readonly NextSet[]
  readonly excess: readonly Excess[]
}

const MOST_SETS = 3

const steps: SearchSteps<PlanInput, NextFound> = {
  nothing: { sets: [], excess: [] },
  pauseMs: 350,
  async run(planner, input, put) {
    // Sets use a separate channel, so the last one may arrive after the result.
    const onSet = proxy((set: NextSet) => put((before) => ({ ...before, sets: withSet(before.sets, set) })))
    await planner.open(input)
    const sets = await planner.next(MOST_SETS, onSet)
    const excess = await planner.excess()
    put(() => ({ sets, excess }))
  },
}

const withSet = (sets: readonly NextSet[], set: NextSet): readonly NextSet[] =>
  sets.some(({ toW }) => toW >= set.toW) ? sets : [...sets, set]

/** Computes the next sets of a job in a worker. */
export const useNext = (content: JobContent, unit: Unit): Search<NextFound> => useSearch(usePlanInput(content, unit), steps)
