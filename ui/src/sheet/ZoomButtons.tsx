import { type useView } from './useView'

// How large the sheet is shown, and the buttons for it.
export function ZoomButtons({ view }: { view: ReturnType<typeof useView> }) {
  const percent = Math.round(view.view.k * 100)
  return (
    <div
      className="absolute right-3 bottom-3 flex items-center gap-1 text-sm"
      role="group"
      aria-label="Zoom"
      onMouseDown={(e) => e.preventDefault()}
    >
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
      <button className="button" title="Show all of it  (Ctrl+0)" onClick={() => view.fit()}>
        Fit
      </button>
    </div>
  )
}
