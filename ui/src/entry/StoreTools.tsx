import { type Change, type Entry, type Item } from '../core/api'
import { Kept, Switch } from '../common/Kept'
import { useStudio } from '../core/state'

// What only data stores have.
export function StoreTools({ entry, contents }: { entry: Entry; contents: Item }) {
  const submit = useStudio((s) => s.submit)
  const set = (patch: Record<string, unknown>): Change => ({ type: 'setElement', id: entry.id, set: patch })
  return (
    <>
      <Kept
        label="Contents"
        value={contents.contents}
        rows={2}
        mono
        placeholder="{lot entry + (grade)}"
        change={(text) => set({ contents: text })}
      />
      {contents.problem && <p className="text-sm text-brick">{contents.problem}.</p>}
      <div className="flex flex-wrap gap-x-4 gap-y-1 text-sm">
        <Switch label="An archive" on={contents.archive} set={(archive) => submit([set({ archive })])} />
        <Switch label="Maintained outside" on={contents.outside} set={(outside) => submit([set({ outside })])} />
      </div>
    </>
  )
}
