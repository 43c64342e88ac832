import { bestMatches } from './best-matches.ts'

const entries = Array.from({ length: 200 }, (_, i) => ({
  value: String(i),
  words: `${i} ${i === 150 ? 'Fog Bank' : i === 90 ? 'Frog on a log' : 'Heron'}`,
}))
const values = ({ shown }: { shown: { value: string }[] }) => shown.map(({ value }) => Number(value))

test('where nothing is typed the first sixty stand in their order, and it is said how many there are beside them', () => {
  const found = bestMatches(entries, ' ')
  expect(values(found)).toEqual(Array.from({ length: 60 }, (_, i) => i))
  expect(found.left).toBe(140)
  expect(bestMatches(entries.slice(0, 60), '')).toMatchObject({ left: 0 })
  expect(bestMatches([], '')).toEqual({ shown: [], left: 0 })
})
test('the one that is chosen is among them, with what stands around it', () => {
  for (const [first, begins] of [
    ['59', 0],
    ['60', 30],
    ['150', 120],
    ['199', 140],
    ['nothing', 0],
  ] as const)
    expect([first, values(bestMatches(entries, '', first)).at(0)]).toEqual([first, begins])
  expect(values(bestMatches(entries, '', '199')).at(-1)).toBe(199)
})
test('what bears the letters most alike comes first; what does not is left out, and counted are only those that do', () => {
  expect(values(bestMatches(entries, 'fog'))).toEqual([150, 90])
  expect(bestMatches(entries, 'heron')).toMatchObject({ left: 138, shown: { length: 60 } })
  expect(bestMatches(entries, 'zebra')).toEqual({ shown: [], left: 0 })
})
