import { type ChangeOf, type TargetOption } from '../core/types'

// decide is the change that decides an option: what is usual needs no decision.
export const decide = (option: TargetOption, value: string): ChangeOf<'decideTarget'> => ({
  type: 'decideTarget',
  target: option.keeps,
  option: option.name,
  value,
  ...(value === option.default && { usual: true }),
})

// decidedOtherwise are the options that do not have their usual value, and what was decided, as people read it.
export const decidedOtherwise = (options: TargetOption[]) =>
  options
    .filter((o) => o.value !== o.default)
    .map((o) => ({ name: o.name, title: o.title, said: o.choices.find((c) => c.value === o.value)?.title ?? o.value }))
