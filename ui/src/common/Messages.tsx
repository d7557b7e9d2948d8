import { clsx } from 'clsx'

import { useSaid } from '../core/said'

// What happened, in words, for eyes and for screen readers. They stand in a line of their own
// at the foot of what one works on, and cover nothing.
export function Messages({ className }: { className?: string }) {
  const messages = useSaid((s) => s.messages)
  const dismiss = useSaid((s) => s.dismiss)
  return (
    <div className={clsx('flex min-w-0 flex-col gap-1', className)} role="status" aria-live="polite">
      {messages.map((m) => (
        <div
          key={m.id}
          className={clsx(
            'flex max-w-full items-baseline gap-3 border-l-3 bg-sheet px-3 py-0.5',
            m.tone === 'error' ? 'border-brick' : m.tone === 'question' ? 'border-ochre' : 'border-verdigris',
          )}
        >
          <span className={clsx('min-w-0 flex-1 break-words', m.tone === 'error' && 'text-brick')}>{m.text}</span>
          {m.action && (
            <button
              className="text-verdigris underline"
              onClick={() => {
                m.action?.run()
                dismiss(m.id)
              }}
            >
              {m.action.label}
            </button>
          )}
          <button className="text-faint" aria-label="Dismiss message" onClick={() => dismiss(m.id)}>
            ✕
          </button>
        </div>
      ))}
    </div>
  )
}
