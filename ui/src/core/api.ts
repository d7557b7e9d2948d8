// What the page speaks with: the types of what is said, and the ways to ask for it.
export { post, request, requestRaw } from './ask'
export { newId } from './ids'
export { Problem, Unreachable } from './problem'
export type * from './types'
