import { type Rect } from '../core/api'
import { type useView } from './useView'

// How large the sheet is shown, and the buttons for it.
export function ZoomButtons({ view, selected }: { view: ReturnType<typeof useView>; selected?: Rect }) {
  const percent = Math.round(view.view.k * 100)
  return (
    <div className="flex items-center gap-1 text-sm" role="group" aria-label="Zoom" onMouseDown={(e) => e.preventDefault()}>
      <button className="button" aria-label="Zoom out" onClick={() => view.zoom(0.8)}>
        −
      </button>
      <button
        className="button w-16"
        aria-label={`Zoom ${percent} %, press for 100 %`}
        title="100 %  (Alt+1)"
        onClick={() => view.zoomTo(1)}
      >
        {percent} %
      </button>
      <button className="button" aria-label="Zoom in" onClick={() => view.zoom(1.25)}>
        +
      </button>
      <button className="button" title="As much as can be read; once more: all of it  (Ctrl+0)" onClick={() => view.fit(selected)}>
        Fit
      </button>
    </div>
  )
}
