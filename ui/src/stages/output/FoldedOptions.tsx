import { Collapsible } from 'radix-ui'

import { type Target } from '../../core/api'
import { Options } from '../../common/Options'
import { decidedOtherwise } from '../../common/decided'
import { useRemembered } from '../../common/remembered'

const few = 3 // so many stand above the files without pushing them away

// Many options are folded; what is decided otherwise than usual, or not taken, is told in any case.
export function FoldedOptions({ target }: { target: Target }) {
  const [opened, remember] = useRemembered('lexeon.options', 'no')
  if (target.options.length <= few) return <Options target={target} />
  const open = opened === 'yes' || target.options.some((o) => o.fault)
  const otherwise = decidedOtherwise(target.options)
  return (
    <Collapsible.Root open={open} onOpenChange={(to) => remember(to ? 'yes' : 'no')} className="pb-2">
      <Collapsible.Trigger className="flex w-full items-baseline gap-2 px-4 py-1 text-left hover:bg-tint">
        <span aria-hidden className="text-faint">
          {open ? '▾' : '▸'}
        </span>
        <span className="heading">Options</span>
        <span className="text-sm text-faint">{otherwise.length === 0 ? 'as usual' : `${otherwise.length} decided otherwise`}</span>
      </Collapsible.Trigger>
      {!open && otherwise.length > 0 && (
        <ul aria-label="Decided otherwise" className="px-4 pb-1 pl-9 text-sm">
          {otherwise.map((o) => (
            <li key={o.name} className="truncate" title={`${o.title}: ${o.said}`}>
              {o.title}: {o.said}
            </li>
          ))}
        </ul>
      )}
      <Collapsible.Content className="pt-1">
        <Options target={target} />
      </Collapsible.Content>
    </Collapsible.Root>
  )
}
