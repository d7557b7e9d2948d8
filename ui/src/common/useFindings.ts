import { useEffect, useRef } from 'react'

import { type Finding, type Id } from '../core/api'
import { projectPath, useStudio } from '../core/state'
import { useFetched } from './useFetched'

// useFindings are those about some rows, or all of the project. They come from the
// server, behind the changes; the old ones stay until the new ones are there.
export function useFindings(of?: Id[]): { findings?: Finding[]; error?: string } {
  return useFetchedFindings(
    of === undefined ? 'findings' : of.length > 0 ? `findings?${of.map((id) => `of=${encodeURIComponent(id)}`).join('&')}` : undefined,
  )
}

// useDiagramFindings are those that concern what a diagram shows, each with what that is.
export const useDiagramFindings = (diagram: Id | undefined) =>
  useFetchedFindings(diagram && `findings?diagram=${encodeURIComponent(diagram)}`)

function useFetchedFindings(wanted: string | undefined): { findings?: Finding[]; error?: string } {
  const revision = useStudio((s) => s.revision)
  const { value, error } = useFetched<Finding[]>(wanted && projectPath(wanted), revision)
  const seen = useRef<{ of?: string; ids: Set<string> }>(undefined)
  useEffect(() => {
    if (!value) return
    const ids = new Set(value.map((f) => f.id))
    const before = seen.current
    if (before && before.of === wanted) {
      const fresh = value.filter((f) => !before.ids.has(f.id)).map((f) => f.id)
      if (fresh.length > 0) useStudio.setState({ lastAppeared: fresh })
    }
    seen.current = { of: wanted, ids }
  }, [value, wanted])
  return { findings: value, error }
}
