import { hold } from './hold'
import { program } from './program'
import { useStudio } from './state'

// begin starts the core for a project that an address names, and tells when it has what
// it needs.
export function begin(): Promise<void> {
  program.start()
  return new Promise((resolve) => {
    const stop = useStudio.subscribe(({ ready, missing }) => {
      if (!ready && !missing) return
      stop()
      resolve()
    })
  })
}

export { hold }
