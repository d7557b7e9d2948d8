import { type ComponentType, type ReactNode, useEffect, useState } from 'react'

// part is a component whose source is a file of its own, which comes when somebody needs it.
// It is shown in the frame in which it has come; a Suspense boundary would hold it back for
// 300 ms once its fallback is seen. A file that does not come is an error where the component
// stands, and is asked for again when that is mounted anew.
export function part<Props extends object>(load: () => Promise<ComponentType<Props>>, waiting: ReactNode) {
  let loaded: ComponentType<Props> | undefined
  let coming: Promise<unknown> | undefined
  const bring = () =>
    (coming ??= load().then(
      (component) => (loaded = component),
      (error: unknown) => {
        coming = undefined
        throw error
      },
    ))
  function Part(props: Props) {
    const [, came] = useState(loaded !== undefined)
    const [failed, setFailed] = useState<unknown>()
    useEffect(() => {
      let gone = false
      bring().then(
        () => gone || came(true),
        (error: unknown) => gone || setFailed(error ?? new Error('It did not come.')),
      )
      return () => void (gone = true)
    }, [])
    if (failed !== undefined) throw failed
    const Loaded = loaded
    return Loaded ? <Loaded {...props} /> : waiting
  }
  // bring asks for the file before it is needed.
  Part.bring = bring
  return Part
}
