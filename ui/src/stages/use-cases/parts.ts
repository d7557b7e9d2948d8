import { type UseCase } from '../../core/api'

// How an alternative ends, as it is typed.
export const endingOf = (a: UseCase['alternatives'][number]) => (a.rejoin ? `goes on at ${a.rejoin}` : a.ends ? `ends with ${a.ends}` : '')
// What an actor does in a use case.
export const partTitles = [
  ['primary', 'primary actor'],
  ['supporting', 'supporting actor'],
  ['', 'takes part'],
] as const
