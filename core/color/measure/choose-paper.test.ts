import { choosePapers } from './choose-paper.ts'

const paper = (name: string, error: number, price: number, inStock = true) => ({ name, error, price, inStock })

test('the best misses least; the cheapest is the cheapest nobody tells from it', () => {
  const { best, cheapest } = choosePapers([paper('baryta', 2, 24), paper('gloss', 2.8, 9), paper('plain', 9, 1), paper('lustre', 2.9, 10)])
  expect([best?.name, cheapest?.name]).toEqual(['baryta', 'gloss'])
})
test('what is not in stock is only chosen when nothing is', () => {
  const off = paper('baryta', 2, 24, false)
  expect(choosePapers([off, paper('gloss', 4, 9)]).best?.name).toBe('gloss')
  expect(choosePapers([off]).best?.name).toBe('baryta')
  expect(choosePapers([])).toEqual({ best: null, cheapest: null })
})
