import { type KindInfo, type Rect } from '../core/api'
import { Messages } from '../common/Messages'
import { type useView } from './useView'
import { ZoomButtons } from './ZoomButtons'

// The line below the sheet: what happened, what a click would make, and how large it is shown.
export function SheetFoot({
  view,
  armed,
  pinned,
  selected,
}: {
  view: ReturnType<typeof useView>
  armed?: KindInfo
  pinned: boolean
  selected?: Rect
}) {
  return (
    <div className="flex min-h-8 items-end gap-3 border-t border-rule bg-paper px-1.5 py-0.5 text-sm">
      <Messages className="flex-1 self-center" />
      {armed && (
        <p className="self-center px-3 whitespace-nowrap">
          {pinned ? `Every click makes one more ${armed.title}; Escape ends` : `Click where the ${armed.title} goes, or press Enter`}
        </p>
      )}
      <ZoomButtons view={view} selected={selected} />
    </div>
  )
}
