import fc from 'fast-check'
import { enlargement } from './enlarge.ts'

interface Size {
  width: number
  height: number
}

/** Keys 1981, equation 4 with a = −1/2, by the distance of a pixel. */
function keys(distance: number): number {
  const s = Math.abs(distance)
  if (s < 1) return 1.5 * s ** 3 - 2.5 * s ** 2 + 1
  return s < 2 ? -0.5 * s ** 3 + 2.5 * s ** 2 - 4 * s + 2 : 0
}

/** The whole larger picture as it is defined: every pixel of the smaller by its distance, the outermost ones going on for ever. */
function defined(pixels: Uint8Array, from: Size, to: Size): number[] {
  const out: number[] = []
  for (let y = 0; y < to.height; y++)
    for (let x = 0; x < to.width; x++)
      for (let c = 0; c < 3; c++) {
        const [u, v] = [((x + 0.5) * from.width) / to.width - 0.5, ((y + 0.5) * from.height) / to.height - 0.5]
        let sum = 0
        for (let j = Math.ceil(v) - 2; j <= v + 2; j++)
          for (let i = Math.ceil(u) - 2; i <= u + 2; i++) {
            const by = keys(u - i) * keys(v - j)
            const [column, row] = [Math.min(from.width - 1, Math.max(0, i)), Math.min(from.height - 1, Math.max(0, j))]
            sum += by * (pixels[(row * from.width + column) * 3 + c] as number)
          }
        out.push(Math.max(0, Math.min(255, sum)))
      }
  return out
}

/** The larger picture in bands of so many rows, with something before and after it that has to stay. */
function enlarged(pixels: Uint8Array, from: Size, to: Size, band: number): Uint8Array {
  const way = enlargement(from, to)
  const row = to.width * 3
  const out = new Uint8Array(row * (to.height + 2)).fill(77)
  for (let y = 0; y < to.height; y += band) {
    const count = Math.min(band, to.height - y)
    const need = way.from(y, count)
    const rows = pixels.slice(need.first * from.width * 3, (need.first + need.count) * from.width * 3)
    way.rows(rows, y, count, out.subarray((y + 1) * row, (y + 1 + count) * row))
  }
  expect([...out.slice(0, row), ...out.slice(-row)].every((v) => v === 77)).toBe(true)
  return out.slice(row, -row)
}

const size = (most: number) => fc.record({ width: fc.integer({ min: 1, max: most }), height: fc.integer({ min: 1, max: most }) })

test('every pixel is what cubic convolution says, whatever the sizes and the bands', () => {
  fc.assert(
    fc.property(size(13), size(17), fc.integer({ min: 1, max: 9 }), fc.nat(), (from, more, band, seed) => {
      const to = { width: from.width + more.width - 1, height: from.height + more.height - 1 }
      const pixels = Uint8Array.from(
        { length: from.width * from.height * 3 },
        (_, i) => ((i + 1) * (2 * (seed % 99_991) + 1) * 40_503) >>> 7,
      )
      const should = defined(pixels, from, to)
      const off = [...enlarged(pixels, from, to, band)].map((v, i) => Math.abs(v - (should[i] as number)))
      expect(Math.max(...off)).toBeLessThan(0.56)
    }),
  )
})

test('the strongest edges overshoot to white and black and no further', () => {
  const [from, to] = [
    { width: 6, height: 5 },
    { width: 41, height: 37 },
  ]
  const pixels = Uint8Array.from({ length: 6 * 5 * 3 }, (_, i) => (((Math.floor(i / 3) % 2) + Math.floor(i / 18)) % 2 === 0 ? 255 : 0))
  const should = defined(pixels, from, to)
  const is = enlarged(pixels, from, to, 64)
  expect(Math.max(...[...is].map((v, i) => Math.abs(v - (should[i] as number))))).toBeLessThan(0.56)
  expect([Math.min(...is), Math.max(...is)]).toEqual([0, 255])
})

test.each([0, 1, 127, 254, 255])('what is flat at %d stays so, at the edges too', (level) => {
  const pixels = new Uint8Array(7 * 3 * 3).fill(level)
  expect(new Set(enlarged(pixels, { width: 7, height: 3 }, { width: 23, height: 10 }, 4))).toEqual(new Set([level]))
})

test('what stays as large is left as it is', () => {
  const pixels = Uint8Array.from({ length: 9 * 5 * 3 }, (_, i) => (i * 97) % 256)
  expect(enlarged(pixels, { width: 9, height: 5 }, { width: 9, height: 5 }, 2)).toEqual(pixels)
})

test('nothing is asked for that a band is not made of, and no picture is made smaller', () => {
  const way = enlargement({ width: 10, height: 10 }, { width: 10, height: 40 })
  // Row 20 stands at 4.625: between the fifth and the sixth, with one more on either side.
  expect(way.from(20, 1)).toEqual({ first: 3, count: 4 })
  expect(way.from(0, 1)).toEqual({ first: 0, count: 2 })
  expect(way.from(39, 1)).toEqual({ first: 8, count: 2 })
  expect(way.from(0, 40)).toEqual({ first: 0, count: 10 })
  expect(() => enlargement({ width: 10, height: 10 }, { width: 9, height: 10 })).toThrow(RangeError)
  expect(() => enlargement({ width: 10, height: 10 }, { width: 10, height: 9 })).toThrow(RangeError)
})
