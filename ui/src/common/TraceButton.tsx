import { trace } from './trace'

// From something to all that it touches.
export function TraceButton({ id }: { id: string }) {
  return (
    <button className="button self-start" onClick={() => trace(id)}>
      Trace it everywhere
    </button>
  )
}
