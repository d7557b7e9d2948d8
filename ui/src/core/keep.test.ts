import 'fake-indexeddb/auto'

import { expect, test } from 'vitest'

import { forgetProject, keepDrawing, keepModel, keepQueue, keepText, keptDrawing, keptModel, keptQueues, keptTexts } from './keep'
import { type Kept } from './queue'

const queue = (project: string, writer: string, summaries: string[]): Kept => ({
  project,
  writer,
  refused: [],
  undo: [],
  redo: [],
  pending: summaries.map((summary, i) => ({ clientId: `${writer}${i}`, writer, base: 1, summary, changes: [] })),
})

test('queues are found by project, and one without anything is not kept', async () => {
  await keepQueue(queue('quarry', 'a', ['Add Blast']))
  await keepQueue(queue('quarry', 'b', ['Add Drill', 'Add Truck']))
  await keepQueue(queue('museum', 'c', ['Add Hall']))
  expect((await keptQueues('quarry')).map((q) => q.pending.map((s) => s.summary))).toEqual([['Add Blast'], ['Add Drill', 'Add Truck']])
  expect(await keptQueues()).toHaveLength(3)
  await keepQueue(queue('quarry', 'b', []))
  expect((await keptQueues('quarry')).map((q) => q.writer)).toEqual(['a'])
})

test('texts of one project are no texts of another one whose id begins alike', async () => {
  const text = (project: string, key: string) => ({ project, key, value: 'Ore', base: 2, at: 5 })
  for (const [project, key] of [
    ['ore', 'w|x'],
    ['ore', 'w|y'],
    ['ore2', 'w|x'],
  ] as const)
    await keepText(text(project, key))
  expect((await keptTexts('ore')).map((t) => t.key)).toEqual(['w|x', 'w|y'])
})

test('of models and drawings so many stay, and always the newest', async () => {
  for (let n = 0; n < 60; n++) {
    await keepModel({ project: `m${n}`, revision: n, rows: new Uint8Array([n]) })
    await keepDrawing({ project: 'p', diagram: `d${n}`, revision: n, scene: {}, overview: {} })
    expect((await keptModel(`m${n}`))?.revision).toBe(n)
    expect((await keptDrawing('p', `d${n}`))?.revision).toBe(n)
  }
  const left = async (kept: (n: number) => Promise<unknown>) =>
    (await Promise.all(Array.from({ length: 60 }, (_, n) => kept(n)))).filter((k) => k !== undefined).length
  expect(await left((n) => keptModel(`m${n}`))).toBe(12)
  expect(await left((n) => keptDrawing('p', `d${n}`))).toBe(40)
})

test('what is kept of a project that is gone goes, and nothing else', async () => {
  for (const project of ['gone', 'gone2']) {
    await keepModel({ project, revision: 1, rows: new Uint8Array() })
    await keepDrawing({ project, diagram: 'd', revision: 1, scene: {}, overview: {} })
    await keepText({ project, key: 'w|x', value: 'a', base: 1, at: 1 })
    await keepQueue(queue(project, 'w', ['Add Pit']))
  }
  await forgetProject('gone')
  expect([await keptModel('gone'), await keptDrawing('gone', 'd')]).toEqual([undefined, undefined])
  expect([(await keptTexts('gone')).length, (await keptQueues('gone')).length]).toEqual([0, 0])
  expect([(await keptModel('gone2'))?.revision, (await keptDrawing('gone2', 'd'))?.revision]).toEqual([1, 1])
  expect([(await keptTexts('gone2')).length, (await keptQueues('gone2')).length]).toEqual([1, 1])
})
