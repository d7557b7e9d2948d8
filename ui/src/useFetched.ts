import { useEffect, useState } from 'react'

import { request, Unreachable } from './api'

// useFetched keeps the answer of an address, fetched again whenever again
// changes. The old answer stays until the new one is there.
export function useFetched<T>(path: string | undefined, again: unknown): { value?: T; error?: string } {
  const [kept, keep] = useState<{ path?: string; value?: T; error?: string }>({})
  useEffect(() => {
    if (!path) return
    let stopped = false
    let timer: ReturnType<typeof setTimeout> | undefined
    const load = () => {
      request<T>(path).then(
        (value) => !stopped && keep({ path, value }),
        (error: unknown) => {
          if (stopped) return
          if (error instanceof Unreachable) timer = setTimeout(load, 1500)
          else keep({ path, error: error instanceof Error ? error.message : 'It cannot be shown.' })
        },
      )
    }
    load()
    return () => {
      stopped = true
      clearTimeout(timer)
    }
  }, [path, again])
  return kept.path === path ? kept : {}
}
