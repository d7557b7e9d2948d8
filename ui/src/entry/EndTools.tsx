import { useState } from 'react'

import { type Change, type EndView } from '../core/api'
import { Kept, Switch } from '../common/Kept'
import { useStudio } from '../core/state'

const listOf = (text: string) =>
  text
    .split(',')
    .map((s) => s.trim())
    .filter(Boolean)

// What an end says beyond its role and multiplicity.
export function EndTools({ end }: { end: EndView }) {
  const submit = useStudio((s) => s.submit)
  const stated = [
    end.visibility,
    end.navigable,
    end.inClass,
    end.ordered,
    end.nonUnique,
    end.readOnly,
    end.derived,
    end.subsets.length,
    end.redefines.length,
    end.qualifiers.length,
  ].filter(Boolean).length
  const [open, setOpen] = useState(stated > 0)
  const set = (patch: Record<string, unknown>): Change => ({ type: 'setEnd', id: end.id, set: patch })
  const at = end.role || end.element || '(no name)'
  if (!open)
    return (
      <button className="self-start text-sm text-verdigris underline" onClick={() => setOpen(true)}>
        More of the end at {at}
      </button>
    )
  return (
    <div className="flex flex-col gap-2">
      <label className="text-sm">
        <span className="heading">Followed to it</span>
        <select className="field" value={end.navigable} onChange={(e) => submit([set({ navigable: e.target.value })])}>
          <option value="">not stated</option>
          <option value="yes">yes, an arrow</option>
          <option value="no">no, a cross</option>
        </select>
      </label>
      <label className="text-sm">
        <span className="heading">Visibility of the role</span>
        <select className="field" value={end.visibility} onChange={(e) => submit([set({ visibility: e.target.value })])}>
          <option value="">not stated</option>
          <option value="public">+ public</option>
          <option value="private">- private</option>
          <option value="protected"># protected</option>
          <option value="package">~ package</option>
        </select>
      </label>
      <div className="flex flex-wrap gap-x-4 gap-y-1 text-sm">
        <Switch label="Ordered" on={end.ordered} set={(ordered) => submit([set({ ordered })])} />
        <Switch label="The same may stand twice" on={end.nonUnique} set={(nonUnique) => submit([set({ nonUnique })])} />
        <Switch label="Read-only" on={end.readOnly} set={(readOnly) => submit([set({ readOnly })])} />
        <Switch label="Derived" on={end.derived} set={(derived) => submit([set({ derived })])} />
        <Switch label="Owned by the class" on={end.inClass} set={(inClass) => submit([set({ inClass })])} />
      </div>
      <Kept
        label="Key here (qualifier)"
        value={end.qualifiers.join(', ')}
        placeholder="lotNumber: String"
        change={(text) => set({ qualifiers: listOf(text) })}
      />
      <Kept label="Subsets" value={end.subsets.join(', ')} change={(text) => set({ subsets: listOf(text) })} />
      <Kept label="Redefines" value={end.redefines.join(', ')} change={(text) => set({ redefines: listOf(text) })} />
    </div>
  )
}
