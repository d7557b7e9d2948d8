import { useId } from 'react'

// Choices is one of a few, each in words.
export function Choices<K extends string>(props: {
  title: string
  choices: readonly (readonly [key: K, title: string])[]
  value: K
  row?: boolean // side by side
  onChoose: (key: K) => void
}) {
  const name = useId()
  return (
    <fieldset className={props.row ? 'flex flex-wrap gap-3 text-sm' : 'flex flex-col gap-1 text-sm'}>
      <legend className="heading">{props.title}</legend>
      {props.choices.map(([key, title]) => (
        <label key={key} className="flex items-center gap-2">
          <input type="radio" name={name} className="accent-verdigris" checked={props.value === key} onChange={() => props.onChoose(key)} />
          {title}
        </label>
      ))}
    </fieldset>
  )
}
