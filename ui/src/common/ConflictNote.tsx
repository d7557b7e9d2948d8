import { type Conflict } from '../core/queue'

// Two texts for one place: whoever was later is told of both, and chooses.
export function ConflictNote({ conflict, onMine, onTheirs }: { conflict: Conflict; onMine: () => void; onTheirs: () => void }) {
  return (
    <div
      role="alert"
      className="flex flex-col gap-1 border border-brick bg-sheet px-2 py-1 text-sm"
      onMouseDown={(e) => e.preventDefault()}
    >
      <p className="text-brick">
        {conflict.who || 'Another window'} changed it meanwhile to {conflict.theirs}.
      </p>
      <div className="flex gap-2">
        <button type="button" className="button px-2!" onClick={onMine}>
          Keep mine
        </button>
        <button type="button" className="button px-2!" onClick={onTheirs}>
          Take theirs
        </button>
      </div>
      <p className="text-xs text-faint">Or go on writing: Enter keeps what stands here.</p>
    </div>
  )
}
