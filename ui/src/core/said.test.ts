import { afterEach, beforeEach, expect, test, vi } from 'vitest'

import { useSaid } from './said'

const told = () => useSaid.getState().messages.map((m) => m.text)
const { say, dismiss } = useSaid.getState()

beforeEach(() => {
  vi.useFakeTimers()
  useSaid.setState({ messages: [] })
})
afterEach(() => vi.useRealTimers())

test('what is told goes by itself, an error stays until it is dismissed', () => {
  say('Saved.')
  say('It cannot be done.', 'error')
  expect(told()).toEqual(['It cannot be done.'])
  vi.advanceTimersByTime(60_000)
  expect(told()).toEqual(['It cannot be done.'])
  dismiss(useSaid.getState().messages[0]?.id ?? 0)
  expect(told()).toEqual([])
  say('Saved.')
  vi.advanceTimersByTime(8001)
  expect(told()).toEqual([])
})

test('of many errors the last are shown, and something new beside them', () => {
  for (const n of [1, 2, 3, 4]) say(`Error ${n}`, 'error')
  say('Saved.')
  expect(told()).toEqual(['Error 3', 'Error 4', 'Saved.'])
})

test('a message goes at its own time, though another has the same words', () => {
  say('Saved.')
  vi.advanceTimersByTime(5000)
  say('Saved.')
  vi.advanceTimersByTime(5000)
  expect(told()).toEqual(['Saved.'])
  vi.advanceTimersByTime(3001)
  expect(told()).toEqual([])
})

test('a question stays beside what is told after it, until the next question', () => {
  say('berth recrod: meant berth record?', 'question')
  say('Saved.')
  vi.advanceTimersByTime(8001)
  expect(told()).toEqual(['berth recrod: meant berth record?'])
  say('pilto: meant pilot?', 'question')
  expect(told()).toEqual(['pilto: meant pilot?'])
  vi.advanceTimersByTime(40_001)
  expect(told()).toEqual([])
})
