import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join, normalize } from 'node:path'

import { describe, expect, test } from 'vitest'

// The rooms of the page, each with those that it may import from. What stands lower knows
// nothing of what stands higher; stages know nothing of each other.
const rooms: Record<string, string[]> = {
  core: [],
  common: ['core'],
  sheet: ['core', 'common'],
  entry: ['core', 'common', 'sheet'],
  stages: ['core', 'common', 'sheet'],
  app: ['core', 'common', 'sheet', 'entry', 'stages'],
}
const widest = 140 // characters of a line

const root = join(import.meta.dirname, 'src')
const files = readdirSync(root, { recursive: true, encoding: 'utf8' })
  .filter((f) => /\.tsx?$/.test(f) && !f.includes('generated'))
  .map((f) => f.replaceAll('\\', '/'))
const sources = new Map(files.map((f) => [f, readFileSync(join(root, f), 'utf8')]))
const roomOf = (file: string) => file.split('/')[0] ?? ''
const stageOf = (file: string) => (roomOf(file) === 'stages' ? file.split('/')[1] : undefined)

// importsOf are the files of ours that one imports, at once or on demand.
function importsOf(file: string, onDemand: boolean): string[] {
  const out: string[] = []
  const patterns = [/(?:import|export) [^;'"]*?from '(\.[^']+)'/g, /^import '(\.[^']+)'/gm, ...(onDemand ? [/import\('(\.[^']+)'\)/g] : [])]
  for (const pattern of patterns) {
    for (const [, to] of (sources.get(file) ?? '').matchAll(pattern)) {
      const path = normalize(join(dirname(file), to ?? '')).replaceAll('\\', '/')
      const found = [path, `${path}.ts`, `${path}.tsx`].find((p) => sources.has(p))
      if (found) out.push(found)
    }
  }
  return out
}

describe('the house of the page', () => {
  test('has rooms that import downwards only', () => {
    const wrong = files.flatMap((file) =>
      importsOf(file, true)
        .filter((to) => {
          const [from, into] = [roomOf(file), roomOf(to)]
          return from === into ? stageOf(file) !== stageOf(to) : !rooms[from]?.includes(into)
        })
        .map((to) => `${file} imports ${to}`),
    )
    expect(wrong).toEqual([])
  })

  test('has no circle of imports', () => {
    const done = new Set<string>()
    const circles: string[] = []
    const walk = (file: string, way: string[]) => {
      if (way.includes(file)) return void circles.push([...way.slice(way.indexOf(file)), file].join(' -> '))
      if (done.has(file)) return
      for (const to of importsOf(file, true)) walk(to, [...way, file])
      done.add(file)
    }
    for (const file of files) walk(file, [])
    expect(circles).toEqual([])
  })

  test('loads no stage with the list of projects', () => {
    const loaded = new Set<string>()
    const load = (file: string) => {
      if (loaded.has(file)) return
      loaded.add(file)
      importsOf(file, false).forEach(load)
    }
    load('app/main.tsx')
    expect([...loaded].filter((f) => ['sheet', 'entry', 'stages'].includes(roomOf(f)))).toEqual([])
    expect(loaded.size).toBeGreaterThan(5)
  })

  test('has no line that is too long to read', () => {
    const long = [...sources].flatMap(([file, text]) =>
      text.split('\n').flatMap((line, i) => (line.length > widest ? [`${file}:${i + 1}`] : [])),
    )
    expect(long).toEqual([])
  })
})
