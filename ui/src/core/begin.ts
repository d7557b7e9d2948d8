import { hold } from './hold'
import { program } from './program'
import { useStudio } from './state'

// begin starts the core for a project that an address names, and tells when it has what
// it needs. It waits for the page: that shows something before, and they share the line.
export async function begin(page: Promise<unknown>): Promise<void> {
  await page.catch(() => undefined)
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
