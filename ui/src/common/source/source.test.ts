import fc from 'fast-check'
import { describe, expect, it } from 'vitest'

import { coloured, languageOf, linesOf, longest, plainLines } from './colours'
import { grouped } from '../grouped'
import { fileOf, type Part, partAt, runs, selectedPart } from './parts'

const text = (lines: { text: string }[][]) => lines.map((l) => l.map((p) => p.text).join('')).join('\n')

describe('source in colours', () => {
  it('knows the languages that targets are written in', () => {
    expect(languageOf('src/a/HoneyLot.java')).toBe('java')
    expect(languageOf('include/a.hpp')).toBe('cpp')
    expect(languageOf('go.mod')).toBeUndefined()
    expect(languageOf('noending')).toBeUndefined()
  })

  it('breaks a piece that goes over several lines', () => {
    const comment = { type: 'element', properties: { className: ['hljs-comment'] }, children: [{ type: 'text', value: '/* a\nb */' }] }
    expect(linesOf({ type: 'root', children: [comment, { type: 'text', value: ' c\n' }] })).toEqual([
      [{ text: '/* a', kind: 'hljs-comment' }],
      [{ text: 'b */', kind: 'hljs-comment' }, { text: ' c' }],
      [],
    ])
  })

  it('changes no letter of any text in any language', async () => {
    const paths = ['a.java', 'a.go', 'a.cs', 'a.ts', 'a.py', 'a.cpp', 'a.sql', 'a.json', 'a.xml', 'a.feature', 'a.md', 'a.txt']
    const piece = fc.oneof(fc.string(), fc.constantFrom('/*', '*/', '"', '\n', '<b>', 'class A {', "'''"))
    await fc.assert(
      fc.asyncProperty(fc.constantFrom(...paths), fc.array(piece), async (path, parts) => {
        const source = parts.join('')
        expect(text(await coloured(path, source))).toBe(source)
      }),
      { numRuns: 300 },
    )
  })

  it('leaves what is very long as it is', async () => {
    const long = 'class A {}\n'.repeat(longest / 10)
    expect(await coloured('a.java', long)).toEqual(plainLines(long))
    expect((await coloured('a.java', 'class A {}'))[0]?.some((p) => p.kind === 'hljs-keyword')).toBe(true)
  })
})

describe('parts of a file', () => {
  const part = (id: string, ...lines: [number, number][]): Part => ({
    from: { id, title: id },
    lines: lines.map(([first, last]) => ({ first, last })),
  })
  const mass = part('mass', [3, 3], [10, 16])
  const parts = [mass, part('grade', [4, 5])]

  it('leads from a line to its part', () => {
    expect(partAt(parts, 12)?.from.id).toBe('mass')
    expect(partAt(parts, 5)?.from.id).toBe('grade')
    expect(partAt(parts, 6)).toBeUndefined()
  })

  it('finds the part that is selected, and says where it is', () => {
    expect(selectedPart(parts, ['other', 'grade'])?.from.id).toBe('grade')
    expect(selectedPart(parts, [])).toBeUndefined()
    expect(runs(mass)).toBe('3, 10–16')
  })

  it('finds the file of what is selected, and none where nothing is', () => {
    const of = (path: string, id?: string, parts: Part[] = []) => ({ path, content: '', from: id ? { id, title: id } : undefined, parts })
    const files = [of('go.mod'), of('hive.go', 'hive', parts), of('lot.go', 'lot')]
    expect(fileOf(files, undefined)).toBeUndefined()
    expect(fileOf(files, 'lot')?.path).toBe('lot.go')
    expect(fileOf(files, 'grade')?.path).toBe('hive.go')
    expect(fileOf(files, 'nobody')).toBeUndefined()
  })

  it('groups what stands together, in the order of the groups', () => {
    const list = ['b1', 'a1', 'b2'].map((name) => ({ name, group: name.slice(0, 1) }))
    expect([...grouped(list)].map(([g, l]) => g + l.map((x) => x.name).join())).toEqual(['bb1,b2', 'aa1'])
  })
})
