import 'fake-indexeddb/auto'

import { expect, test, vi } from 'vitest'

import { keepText, keptTexts } from './keep'
import { closeOpen, keepOpen, loadTexts, openText, unwritten } from './openTexts'

const kept = async (project: string) => Object.fromEntries((await keptTexts(project)).map((t) => [t.key, t.value]))
const written = () => vi.waitFor(() => expect(unwritten()).toEqual({ texts: [], closed: [] }))

test('what was being written is there again for the window that goes on', async () => {
  await loadTexts('quarry', 'me', [])
  keepOpen('sheet d', 'Bl', 4)
  keepOpen('sheet d', 'Blast', 4)
  keepOpen('entry e', 'What is blown up', 5)
  await written()
  await loadTexts('quarry', 'me', [])
  expect(openText('sheet d')).toMatchObject({ value: 'Blast', base: 4 })
  expect(openText('entry e')).toMatchObject({ value: 'What is blown up', base: 5 })
  closeOpen('entry e')
  await written()
  expect(await kept('quarry')).toEqual({ 'me|sheet d': 'Blast' })
})

test('a window takes over what a crashed one wrote, and leaves one alone that lives', async () => {
  const text = (key: string, value: string) => keepText({ project: 'museum', key, value, base: 1, at: 1 })
  await text('crashed|sheet hall', 'Hall of mir')
  await text('alive|sheet hall', 'Another')
  await text('me|entry x', 'Mine')
  await loadTexts('museum', 'me', ['crashed'])
  expect(openText('sheet hall')?.value).toBe('Hall of mir')
  expect(openText('entry x')?.value).toBe('Mine')
  await vi.waitFor(async () =>
    expect(await kept('museum')).toEqual({ 'me|sheet hall': 'Hall of mir', 'alive|sheet hall': 'Another', 'me|entry x': 'Mine' }),
  )
})

test('however fast letters come, the last ones are kept, and what is not yet can be told', async () => {
  await loadTexts('ferry', 'me', [])
  for (let n = 1; n <= 300; n++) keepOpen('sheet d', 'x'.repeat(n), 1)
  expect(unwritten().texts.map((t) => 'value' in t && t.value.length)).toEqual([300])
  closeOpen('sheet d')
  expect(unwritten()).toMatchObject({ texts: [], closed: [{ key: 'me|sheet d' }] })
  keepOpen('sheet d', 'Landing', 2)
  await written()
  expect(await kept('ferry')).toEqual({ 'me|sheet d': 'Landing' })
})

test('a text of another project is none of this one', async () => {
  await loadTexts('one', 'me', [])
  keepOpen('sheet d', 'Kiln', 1)
  await written()
  await loadTexts('two', 'me', [])
  expect(openText('sheet d')).toBeUndefined()
  closeOpen('sheet d') // nothing is open
  expect(await kept('one')).toEqual({ 'me|sheet d': 'Kiln' })
})
