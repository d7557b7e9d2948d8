import { type ReactNode } from 'react'
import { ErrorBoundary } from 'react-error-boundary'

// StageFrame holds one stage. Where something in it goes wrong, or its part of the page does not
// come, that is told in its place: the others, and what was typed, are not touched.
export function StageFrame({ stage, children }: { stage: string; children: ReactNode }) {
  return (
    <ErrorBoundary
      resetKeys={[stage]}
      fallbackRender={({ error, resetErrorBoundary }) => <Broken error={error} onAgain={resetErrorBoundary} />}
      onError={(error) => console.error(error)}
    >
      {children}
    </ErrorBoundary>
  )
}

// What browsers say of a part that they could not load.
const notLoaded = /dynamically imported module|Importing a module script failed|error loading dynamically/i

function Broken({ error, onAgain }: { error: unknown; onAgain: () => void }) {
  const why = error instanceof Error ? error.message : String(error)
  const absent = notLoaded.test(why)
  return (
    <main className="col-span-2 overflow-y-auto p-10" role="alert">
      <h2 className="text-lg font-semibold">
        {absent ? 'This part of the page could not be loaded' : 'Something went wrong in this stage'}
      </h2>
      <p className="mt-2">
        {absent
          ? 'The server does not answer just now, or serves a newer program. Load the page anew: what you did is kept.'
          : 'Nothing that you did is lost, and the other stages go on.'}
      </p>
      {!absent && <p className="mt-2 font-mono text-sm text-faint">{why}</p>}
      <div className="mt-4 flex gap-3">
        {!absent && (
          <button className="button" onClick={onAgain}>
            Show it again
          </button>
        )}
        <button className="button" onClick={() => location.reload()}>
          Load the page anew
        </button>
      </div>
    </main>
  )
}
