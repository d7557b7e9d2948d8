// cannotRun tells in one sentence what this browser lacks, if anything.
export function cannotRun(): string | undefined {
  if (typeof WebAssembly !== 'object' || typeof WebAssembly.instantiateStreaming !== 'function' || typeof Worker !== 'function') {
    return 'This browser cannot run Lexeon: it needs WebAssembly and workers, which Firefox, Chrome, Edge and Safari have had since 2021.'
  }
  return undefined
}
