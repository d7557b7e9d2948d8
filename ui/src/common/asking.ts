import { type ProposeOptions, useStudio } from '../core/state'

// ask asks what something would change, and does it. What is refused is said. It
// tells whether it was done.
export const ask = (path: string, body: Record<string, unknown>, options: ProposeOptions = {}): Promise<boolean> =>
  useStudio.getState().propose(path, body, options)
