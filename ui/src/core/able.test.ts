import { afterEach, expect, test, vi } from 'vitest'

import { cannotRun } from './able'

afterEach(() => vi.unstubAllGlobals())

test('a browser that has what is needed runs it', () => {
  vi.stubGlobal('Worker', class {})
  expect(cannotRun()).toBeUndefined()
})

test.each(['WebAssembly', 'Worker'])('a browser without %s is told in one sentence', (missing) => {
  vi.stubGlobal('Worker', class {})
  vi.stubGlobal(missing, undefined)
  expect(cannotRun()).toMatch(/^This browser cannot run Lexeon: .*\.$/)
})
