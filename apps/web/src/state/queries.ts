import { QueryClient, useQuery, type UseQueryResult } from '@tanstack/react-query'

/** Cache for data of the server that this page does not edit. */
export const queries = new QueryClient({
  defaultOptions: {
    queries: { retry: 1, refetchOnWindowFocus: true, staleTime: 2_000, networkMode: 'always' },
    mutations: { networkMode: 'always' },
  },
})

/** Fetches data of the server. The key names the data and everything it depends on. */
export const useFetched = <T>(key: readonly unknown[], fetch: () => Promise<T> | T): UseQueryResult<T> =>
  useQuery({ queryKey: key, queryFn: fetch }, queries)

/** Time after which data that is being computed is fetched again, ms. */
export const AGAIN_MS = 1500

/** Fetches data of the server, again and again while `isPending` says that something in it is being computed. */
export const useFetchedUntil = <T>(key: readonly unknown[], fetch: () => Promise<T>, isPending: (data: T) => boolean): UseQueryResult<T> =>
  useQuery(
    {
      queryKey: key,
      queryFn: fetch,
      refetchInterval: ({ state }) => (state.data !== undefined && isPending(state.data) ? AGAIN_MS : false),
    },
    queries,
  )
