import { QueryClient, useQuery, type UseQueryResult } from '@tanstack/react-query'

/** What has come from the server and is not being changed here, kept for a moment and fetched anew when it is looked at again. */
export const queries = new QueryClient({
  defaultOptions: {
    queries: { retry: 1, refetchOnWindowFocus: true, staleTime: 2_000, networkMode: 'always' },
    mutations: { networkMode: 'always' },
  },
})

/** One answer of the server, by a key that names it and all that it depends on. */
export const useFetched = <T>(key: readonly unknown[], fetch: () => Promise<T> | T): UseQueryResult<T> =>
  useQuery({ queryKey: key, queryFn: fetch }, queries)
