import { go } from '../common/router'
import { useStudio } from '../core/state'

// What a project without a diagram leads with: the next step, in one line.
export function EmptyProject() {
  const project = useStudio((s) => s.overview?.id)
  const draw = (kind: string, title: string) => go(`/p/${project}/d/${useStudio.getState().addDiagram(kind, title)}`)
  return (
    <p className="absolute inset-x-0 top-1/3 px-6 text-center">
      Next:{' '}
      <button className="button" onClick={() => go(`/p/${project}/brief`)}>
        Write down what is wanted
      </button>{' '}
      or draw{' '}
      <button className="button" onClick={() => draw('classDiagram', 'Classes')}>
        Classes
      </button>{' '}
      <button className="button" onClick={() => draw('contextDiagram', useStudio.getState().overview?.name ?? '')}>
        What surrounds the system
      </button>{' '}
      <button className="button" onClick={() => draw('useCaseDiagram', 'Use cases')}>
        What people want of it
      </button>
    </p>
  )
}
