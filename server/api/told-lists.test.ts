import { toldLists } from './told-lists.ts'

const list = (...ids: number[]) => ids.map((id) => ({ id }))

test('the very same thing has the same word, everything else another', () => {
  const told = toldLists()
  const rules = { unit: 'mm' }
  expect(told.wordOf(rules)).toBe(told.wordOf(rules))
  expect(told.wordOf({ unit: 'mm' })).not.toBe(told.wordOf(rules))
  // What another studio tells, or the same after another start, is told by other words.
  expect(toldLists().wordOf(rules)).not.toBe(told.wordOf(rules))
})

test('of a list the change is told since any of the last forty that were told', () => {
  const told = toldLists()
  const long = list(...Array.from({ length: 20 }, (_, i) => i))
  const first = told.remember(long)
  const second = told.remember([...long, { id: 20 }])
  const now = [...long.slice(1), { id: 21 }]
  expect(told.since(first, now)).toEqual({ put: [{ id: 21 }], gone: [0] })
  expect(told.since(second, now)).toEqual({ put: [{ id: 21 }], gone: [0, 20] })
  expect(told.since('nobody’s', now)).toBeNull()
  expect(told.since('', now)).toBeNull()
  // Forty words are known: the first is still asked about, the second is forgotten.
  for (let i = 0; i < 39; i++) {
    expect(told.since(first, long)).toEqual({ put: [], gone: [] })
    expect(told.remember(long)).toBe(first)
    told.remember(list(i))
  }
  expect(told.since(first, long)).toEqual({ put: [], gone: [] })
  expect(told.since(second, long)).toBeNull()
})
