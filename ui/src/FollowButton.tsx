import { follow } from './follow'

// From something to all that it touches.
export function FollowButton({ id }: { id: string }) {
  return <button className="button self-start" onClick={() => follow(id)}>Follow it everywhere</button>
}
