import type { JobListPage, JobSort, JobState, HeadlineOutcome, LastJob, UnitSystem } from '@plucky/contract'
import { keepPreviousData, useInfiniteQuery, useMutation } from '@tanstack/react-query'
import { api } from '../state/api.js'
import { AGAIN_MS, queries, useFetched, useFetchedUntil } from '../state/queries.js'
import { shownStore } from '../state/shown.js'

/** What the list is narrowed to and sorted by. */
export interface ListFilters {
  readonly search: string
  readonly state: JobState
  readonly outcome: HeadlineOutcome | ''
  readonly unit: string
  readonly sort: JobSort
  readonly direction: 'asc' | 'desc' | ''
}

export const ALL_OPEN: ListFilters = { search: '', state: 'open', outcome: '', unit: '', sort: 'touched', direction: '' }

/** System in which the stored headlines are asked for: that of power. */
const powerUnits = (): UnitSystem => {
  const { base, except } = shownStore.getState().units
  return except.power ?? base
}

export const useJobList = (filters: ListFilters) =>
  useInfiniteQuery(
    {
      queryKey: ['jobs', filters, powerUnits()],
      queryFn: ({ pageParam }): Promise<JobListPage> => api.jobs({ ...filters, after: pageParam, units: powerUnits() }),
      initialPageParam: '',
      getNextPageParam: (page) => page.next ?? undefined,
      placeholderData: keepPreviousData,
      refetchInterval: ({ state }) =>
        state.data?.pages.every(({ jobs }) => jobs.every(({ rated }) => rated)) === false ? AGAIN_MS : false,
    },
    queries,
  )

export const useLastJob = () =>
  useFetchedUntil(
    ['jobs', 'last', powerUnits()],
    (): Promise<LastJob | null> => api.lastJob(powerUnits()),
    (job) => job?.rated === false,
  )

/** Transmissions of the shop by name; none while they are loaded. */
export const useUnitNames = () => useFetched(['unit-names'], () => api.unitNames()).data ?? []

/**
 * Something done to a job in the list; the list is fetched anew afterwards. `onDone` is given here and not to `mutate`, which forgets its
 * callbacks when the row of the job leaves the list.
 */
export const useJobAction = <T>(act: (input: T) => Promise<unknown>, onDone?: (input: T) => void) =>
  useMutation(
    {
      mutationFn: act,
      onSuccess: (_answer, input) => onDone?.(input),
      onSettled: () => queries.invalidateQueries({ queryKey: ['jobs'] }),
    },
    queries,
  )
