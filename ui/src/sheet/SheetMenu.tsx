import { DropdownMenu } from 'radix-ui'

export type MenuItem = { key: string; title: string; hint?: string; run: () => void }
export type OpenMenu = { x: number; y: number; label: string; items: MenuItem[] }

// A short menu at a point of the sheet.
export function SheetMenu(props: { x: number; y: number; label: string; items: MenuItem[]; onClose: () => void }) {
  return (
    <DropdownMenu.Root open modal={false} onOpenChange={(open) => !open && props.onClose()}>
      <DropdownMenu.Trigger asChild>
        <button className="absolute size-px" style={{ left: props.x, top: props.y }} tabIndex={-1} aria-label={props.label} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal container={document.getElementById('overlays')}>
        <DropdownMenu.Content
          className="z-40 max-h-[70vh] max-w-md overflow-y-auto border border-rule bg-sheet py-1"
          align="start"
          aria-label={props.label}
          onCloseAutoFocus={(e) => {
            e.preventDefault()
          }}
        >
          {props.items.map((item) => (
            <DropdownMenu.Item
              key={item.key}
              className="cursor-pointer px-3 py-1 outline-none data-[highlighted]:bg-tint"
              onSelect={item.run}
            >
              {item.title}
              {item.hint && <span className="block text-sm text-faint">{item.hint}</span>}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
