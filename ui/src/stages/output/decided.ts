import { type Overview, type Target, type TargetOption } from '../../core/api'

export type TargetSettings = NonNullable<Overview['targets']>

// decided are the settings of a project once an option has a value; the default needs none.
export function decided(settings: TargetSettings, target: Target, option: TargetOption, value: string): TargetSettings {
  const others = settings.filter((s) => s.target !== target.name || s.option !== option.name)
  return value === option.default ? others : [...others, { target: target.name, option: option.name, value }]
}
