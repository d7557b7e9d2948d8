import { expect, test } from 'vitest'

import { originsOf, tablesOf } from './related'

const derived = {
  tables: [
    { id: 'hive table', name: 'hive', from: ['hive', 'hive-number', 'keeps'] },
    { id: 'hive stickers', name: 'hive_stickers', from: ['hive-stickers', 'hive'] },
    { id: 'link', name: 'mixes', from: ['mixes', 'blend'] },
  ],
}

test('a class leads to its own table, an association to its link table or to where its reference is', () => {
  expect(tablesOf(['hive'], derived)).toEqual(['hive table'])
  expect(tablesOf(['mixes'], derived)).toEqual(['link'])
  expect(tablesOf(['keeps'], derived)).toEqual(['hive table'])
  expect(tablesOf(['nothing'], derived)).toEqual([])
})

test('a table leads back to all that it comes from', () => {
  expect(originsOf(['hive stickers', 'link'], derived)).toEqual(['hive-stickers', 'hive', 'mixes', 'blend'])
})
