import { clsx } from 'clsx'
import { useSaid } from '../core/said'

// What happened, in words, for eyes and for screen readers.
export function Messages() {
  const messages = useSaid((s) => s.messages)
  const dismiss = useSaid((s) => s.dismiss)
  return (
    <div className="pointer-events-none fixed inset-x-0 bottom-4 z-50 flex flex-col items-center gap-2" role="status" aria-live="polite">
      {messages.map((m) => (
        <div
          key={m.id}
          className={clsx(
            'pointer-events-auto flex max-w-2xl items-baseline gap-3 border bg-sheet px-4 py-2',
            m.tone === 'error' ? 'border-brick' : 'border-rule',
          )}
        >
          <span className={m.tone === 'error' ? 'text-brick' : ''}>{m.text}</span>
          {m.action && (
            <button
              className="button"
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
