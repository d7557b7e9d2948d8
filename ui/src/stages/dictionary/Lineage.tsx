import { type LineageView } from '../../core/api'
import { go } from '../../common/router'
import { projectPath, useStudio } from '../../core/state'
import { useFetched } from '../../common/useFetched'

// The way of an item of data, from where it enters to where it leaves.
export function Lineage({ item }: { item: string }) {
  const tick = useStudio((s) => s.tick)
  const overview = useStudio((s) => s.overview)
  const { value: way } = useFetched<LineageView>(projectPath(`lineage?item=${encodeURIComponent(item)}`), tick)
  if (!way) return <p className="text-faint">Looking for it …</p>
  const levels = [...new Set(way.steps.map((s) => s.level))]
  function show(diagram: string | undefined) {
    if (!diagram) return
    const flows = way?.steps.filter((s) => s.diagram === diagram).map((s) => s.flow) ?? []
    go(`/p/${overview?.id}/d/${diagram}`)
    void useStudio
      .getState()
      .openSheet(diagram)
      .then(() => useStudio.getState().selectAll(flows))
  }
  return (
    <section aria-label={`The way of ${item}`} className="flex flex-col gap-2 text-sm">
      {levels.map((level) => {
        const steps = way.steps.filter((s) => s.level === level)
        return (
          <div key={level}>
            <div className="flex items-baseline justify-between">
              <h4 className="heading">{level}</h4>
              {steps[0]?.diagram && (
                <button className="text-verdigris underline" onClick={() => show(steps[0]?.diagram)}>
                  Show on the sheet
                </button>
              )}
            </div>
            <table className="w-full">
              <tbody>
                {steps.map((s) => (
                  <tr key={s.flow} className={s.reached ? '' : 'text-faint'}>
                    <td className="w-5 align-top text-faint">{s.reached ? s.step : '–'}</td>
                    <td className="py-0.5">
                      {s.from} → {s.to}
                      {s.name !== item && <span className="text-faint"> in {s.name}</span>}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )
      })}
      <div>
        <h4 className="heading">Where it ends up</h4>
        {way.stores.length > 0 && <p>It rests in {way.stores.map((s) => s.title).join(', ')}.</p>}
        {way.attributes.length > 0 && (
          <p>
            Kept by{' '}
            {way.attributes.map((a, i) => (
              <span key={a.id}>
                {i > 0 && ', '}
                <button
                  className="text-verdigris underline"
                  onClick={() => {
                    go(`/p/${overview?.id}`)
                    useStudio.getState().select(a.class)
                  }}
                >
                  {a.title}
                </button>
              </span>
            ))}
            .
          </p>
        )}
        {way.breaks.map((b) => (
          <p key={b} className="text-ochre">
            {b}
          </p>
        ))}
      </div>
    </section>
  )
}
