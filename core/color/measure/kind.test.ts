import { kindOf } from './kind.ts'

/** So many pixels of each of these colours, lightness 50. */
const of = (...list: [count: number, a: number, b: number][]) =>
  kindOf(
    Float32Array.from(list.flatMap(([, a, b]) => [50, a, b])),
    Uint32Array.from(list.map(([count]) => count)),
    list.reduce((sum, [count]) => sum + count, 0),
  )
/** A thousand greys, each so often. */
const greys = (each: number): [number, number, number][] => Array.from({ length: 1000 }, () => [each, 0, 0])

test('two pixels in a thousand may be coloured in black and white, no more; a chroma of five is none', () => {
  expect(of(...greys(998), [2000, 30, 40])).toBe('black-and-white')
  expect(of(...greys(998), [2001, 30, 40])).toBe('photograph')
  expect(of(...greys(10), [10_000, 3, 4])).toBe('black-and-white')
  expect(of(...greys(10), [10_000, 3, 4.1])).toBe('photograph')
})
test('more than nine tenths in a dozen colours are drawn', () => {
  const dozen = (each: number) => Array.from({ length: 12 }, (): [number, number, number] => [each, 20, 0])
  expect(of(...dozen(751), ...greys(1))).toBe('line-art')
  expect(of(...dozen(750), ...greys(1))).toBe('photograph')
  // A thirteenth colour as common as those is one too many.
  expect(of(...dozen(750), [750, 20, 0], ...greys(1))).toBe('photograph')
})
test('nothing is in black and white', () => expect(of()).toBe('black-and-white'))
