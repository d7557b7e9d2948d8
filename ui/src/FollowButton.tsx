import { go } from './router'
import { useStudio } from './state'

// From something to all that it touches.
export function FollowButton({ id }: { id: string }) {
  const overview = useStudio((s) => s.overview)
  return <button className="button self-start" onClick={() => go(`/p/${overview?.id}/follow/${id}`)}>Follow it everywhere</button>
}
