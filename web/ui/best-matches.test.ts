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
test('every word that was typed is in what is found, in whatever order, without accents: what begins so stands first', () => {
  const of = (...words: string[]) => words.map((text, i) => ({ value: String(i), words: text }))
  const list = of('Old harbour', 'The harbourmaster', 'Árbour', 'Harbour Lustre 255', 'Lustre harbour 310', 'Habour')
  expect(values(bestMatches(list, ' HARB'))).toEqual([3, 0, 1, 4])
  expect(values(bestMatches(list, 'arbour'))).toEqual([2, 0, 1, 3, 4])
  expect(values(bestMatches(list, 'lustre  harb'))).toEqual([3, 4])
  expect(values(bestMatches(list, '310 lus'))).toEqual([4])
})
test('counted are only those that bear it', () => {
  expect(values(bestMatches(entries, 'fog'))).toEqual([150])
  expect(bestMatches(entries, 'heron')).toMatchObject({ left: 138, shown: { length: 60 } })
  expect(bestMatches(entries, 'zebra')).toEqual({ shown: [], left: 0 })
})
