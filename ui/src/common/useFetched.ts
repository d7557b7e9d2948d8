import { QueryClient, useQuery } from '@tanstack/react-query'

import { request, Unreachable } from '../core/api'

const patience = 1500 // milliseconds until a server that did not answer is asked again

// client keeps no answers beyond those that are shown: what they are of changes all the
// time, and the core has it at hand. An answer that is overtaken is given up.
export const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: Infinity,
      gcTime: 0,
      networkMode: 'always', // the core answers without a network
      refetchOnWindowFocus: false,
      retry: (_, error) => error instanceof Unreachable,
      retryDelay: patience,
    },
  },
})

// useFetched keeps the answer of an address, fetched again whenever again changes. The
// old answer stays until the new one is there.
export function useFetched<T>(path: string | undefined, again: unknown): { value?: T; error?: string } {
  const { data, error } = useQuery<T, Error, T, [string | undefined, unknown]>(
    {
      queryKey: [path, again],
      queryFn: ({ signal }) => request<T>(path ?? '', { signal }),
      enabled: path !== undefined,
      placeholderData: (old, of) => (of?.queryKey[0] === path ? old : undefined),
    },
    client,
  )
  return { value: data, error: error ? error.message || 'It cannot be shown.' : undefined }
}
