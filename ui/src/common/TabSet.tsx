import { clsx } from 'clsx'
import { Tabs } from 'radix-ui'
import { type ReactNode } from 'react'

// TabSet is a row of tabs above what the chosen one shows. Arrow keys go from one to the
// next. head stands beside the tabs.
export function TabSet<K extends string>(props: {
  label: string
  tabs: readonly (readonly [key: K, title: ReactNode])[]
  value: K
  onChange: (key: K) => void
  head?: ReactNode
  className?: string // of all of it
  row?: string // of the row with the tabs
  children: ReactNode
}) {
  return (
    <Tabs.Root value={props.value} onValueChange={(key) => props.onChange(key as K)} className={props.className}>
      <div className={clsx('flex items-baseline gap-2', props.row)}>
        {props.head}
        <Tabs.List aria-label={props.label} className="flex flex-wrap gap-1 text-sm print:hidden">
          {props.tabs.map(([key, title]) => (
            <Tabs.Trigger
              key={key}
              value={key}
              className="button px-2! data-[state=active]:border-verdigris! data-[state=active]:bg-tint! data-[state=active]:font-semibold"
            >
              {title}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
      </div>
      {props.tabs.map(([key]) => (
        <Tabs.Content key={key} value={key} className="flex min-h-0 flex-1 flex-col outline-offset-[-2px]">
          {key === props.value && props.children}
        </Tabs.Content>
      ))}
    </Tabs.Root>
  )
}
