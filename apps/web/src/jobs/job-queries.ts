import type { JobListPage, JobSort, JobState, HeadlineOutcome, LastJob, UnitSystem } from '@plucky/contract'
import { keepPreviousData, QueryClient, useInfiniteQuery, useMutation, useQuery } from '@tanstack/react-query'
import { api } from '../state/api.js'
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

export const jobClient = new QueryClient({
  defaultOptions: {
    queries: { retry: 1, refetchOnWindowFocus: true, staleTime: 2_000, networkMode: 'always' },
    mutations: { networkMode: 'always' },
  },
})

/** System in which the stored headlines are asked for: that of power. */
const powerUnits = (): UnitSystem => {
  const { base, except } = shownStore.getState().units
  return except.power ?? base
}

export const useJobList = (filters: ListFilters) =>
  useInfiniteQuery({
    queryKey: ['jobs', filters, powerUnits()],
    queryFn: ({ pageParam }): Promise<JobListPage> => api.jobs({ ...filters, after: pageParam, units: powerUnits() }),
    initialPageParam: '',
    getNextPageParam: (page) => page.next ?? undefined,
    placeholderData: keepPreviousData,
  })

export const useLastJob = () =>
  useQuery({ queryKey: ['jobs', 'last', powerUnits()], queryFn: (): Promise<LastJob | null> => api.lastJob(powerUnits()) })

/** Transmissions of the shop by name; none while they are loaded. */
export const useUnitNames = () => useQuery({ queryKey: ['unit-names'], queryFn: () => api.unitNames() }).data ?? []

/**
 * Something done to a job in the list; the list is fetched anew afterwards. `onDone` is given here and not to `mutate`, which forgets its
 * callbacks when the row of the job leaves the list.
 */
export const useJobAction = <T>(act: (input: T) => Promise<unknown>, onDone?: (input: T) => void) =>
  useMutation({
    mutationFn: act,
    onSuccess: (_answer, input) => onDone?.(input),
    onSettled: () => jobClient.invalidateQueries({ queryKey: ['jobs'] }),
  })
