// Pending stands for a stage whose answer is not there yet, or will not come.
export function Pending({ stage, error, children }: { stage: string; error?: string; children: string }) {
  return (
    <main className={error ? 'col-span-2 p-10 text-brick' : 'col-span-2 p-10'} aria-label={stage}>
      {error ?? children}
    </main>
  )
}
