import { clsx } from 'clsx'
import { Dialog as Radix } from 'radix-ui'
import { type ReactNode } from 'react'

// A window over the page, closed by Escape. It grows downwards alone: what somebody is about to press stays where it is
// when more comes below.
export function Dialog({ title, children, wide, onClose }: { title: string; children: ReactNode; wide?: boolean; onClose: () => void }) {
  return (
    <Radix.Root open onOpenChange={(open) => !open && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Radix.Content
          className={clsx(
            'fixed top-[6vh] left-1/2 z-50 max-h-[88vh] -translate-x-1/2 overflow-y-auto border border-rule bg-sheet p-6',
            wide ? 'w-[min(1080px,94vw)]' : 'w-[min(760px,92vw)]',
          )}
          aria-describedby={undefined}
          onCloseAutoFocus={(e) => {
            // Back to the sheet; only now, since the dialog holds the focus until it is gone.
            e.preventDefault()
            document.getElementById('drawing')?.focus({ preventScroll: true })
          }}
        >
          <div className="mb-3 flex items-baseline justify-between">
            <Radix.Title className="text-xl font-semibold">{title}</Radix.Title>
            <Radix.Close className="button">Close</Radix.Close>
          </div>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  )
}
