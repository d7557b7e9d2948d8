import { type Overview, type TargetOption } from '../core/api'

export type TargetSettings = NonNullable<Overview['targets']>

// decided are the settings of a project once an option has a value; the default needs none.
export function decided(settings: TargetSettings, option: TargetOption, value: string): TargetSettings {
  const others = settings.filter((s) => s.target !== option.keeps || s.option !== option.name)
  return value === option.default ? others : [...others, { target: option.keeps, option: option.name, value }]
}
