import { useEffect, useState } from 'react'

import { useStudio } from '../core/state'
import { type TargetOption } from '../core/types'
import { decide } from './decided'

// What was decided last, shown while it is on its way. What comes when nothing is any more counts, whoever decided it.
// Who sends it by other ways tells it, and takes it back where it failed.
export function useDecided(option: TargetOption): [string, (value: string) => void, (sent: string | undefined) => void] {
  const [wanted, want] = useState<string>()
  useEffect(() => {
    if (useStudio.getState().pending === 0) want(undefined)
  }, [option])
  const choose = (value: string) => {
    want(value)
    useStudio.getState().submit([decide(option, value)], { failed: () => want(undefined) })
  }
  return [wanted ?? option.value, choose, want]
}
