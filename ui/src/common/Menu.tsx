import { clsx } from 'clsx'
import { DropdownMenu } from 'radix-ui'
import { type ReactNode } from 'react'

// A button that opens a menu.
export function Menu({ label, children, disabled }: { label: string; children: ReactNode; disabled?: boolean }) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger className="button px-1.5!" disabled={disabled}>
        {label}{' '}
        <span aria-hidden="true" className="text-faint">
          ▾
        </span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal container={document.getElementById('overlays')}>
        <DropdownMenu.Content
          className="z-40 max-h-[80vh] overflow-y-auto border border-rule bg-sheet py-1 text-sm"
          align="start"
          aria-label={label}
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}

export function Item({
  onSelect,
  disabled,
  keys,
  children,
}: {
  onSelect: () => void
  disabled?: boolean
  keys?: string
  children: ReactNode
}) {
  return (
    <DropdownMenu.Item
      className={clsx(
        'flex cursor-pointer justify-between gap-6 px-3',
        'py-1 outline-none data-[disabled]:cursor-default data-[disabled]:text-faint data-[highlighted]:bg-tint',
      )}
      disabled={disabled}
      onSelect={onSelect}
    >
      <span>{children}</span>
      {keys && <kbd className="font-mono text-faint">{keys}</kbd>}
    </DropdownMenu.Item>
  )
}

export function Check({ on, set, children }: { on: boolean; set: (on: boolean) => void; children: ReactNode }) {
  return (
    <DropdownMenu.CheckboxItem
      className="flex cursor-pointer gap-2 px-3 py-1 outline-none data-[highlighted]:bg-tint"
      checked={on}
      onCheckedChange={set}
    >
      <span aria-hidden="true" className="w-4">
        {on ? '✓' : ''}
      </span>
      {children}
    </DropdownMenu.CheckboxItem>
  )
}

export function Title({ children }: { children: ReactNode }) {
  return <DropdownMenu.Label className="heading px-3 pt-1">{children}</DropdownMenu.Label>
}

export function Rule() {
  return <DropdownMenu.Separator className="my-1 border-t border-rule" />
}
