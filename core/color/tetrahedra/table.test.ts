import { applyTable, tableOf } from './table.ts'

/** Nodes at the two ends of each channel alone: what lies between them is a straight line, which is known without the kernel. */
const line = (from: readonly number[], to: readonly number[]) =>
  Array.from({ length: 8 }, (_, n) => [n & 4, n & 2, n & 1].map((on, c) => (on ? to : from)[c] as number)).flat()
const FROM = [10, 200, 30]
const TO = [250, 20, 90]
const bytes = tableOf(2, Uint8Array.from(line(FROM, TO)))
const words = tableOf(
  2,
  Uint16Array.from(
    line(
      FROM.map((v) => v * 257),
      TO.map((v) => v * 257),
    ),
  ),
)
const straight = (v: number, c: number) => (FROM[c] as number) + (v * ((TO[c] as number) - (FROM[c] as number))) / 255
/** Every level, red, green and blue each in another order. */
const colour = (p: number) => [p % 256, (p * 7 + 3) % 256, (p * 101 + 90) % 256]

test.each([1, 2, 3, 4, 5, 255, 4095, 4096, 4097, 8197])('%d pixels are converted, all of them and nothing beside them', (count) => {
  for (const [table, stride] of [
    [bytes, 4],
    [words, 3],
  ] as const) {
    const pixels = Uint8Array.from({ length: count * stride }, (_, i) =>
      i % stride === 3 ? (i * 13) % 256 : (colour(Math.floor(i / stride))[i % stride] as number),
    )
    const out = new Uint8Array(pixels.length + 8).fill(77)
    applyTable(table, pixels, out.subarray(4, 4 + pixels.length))
    const off = Array.from(pixels).flatMap((v, i) => {
      const c = i % stride
      const should = c === 3 ? v : straight(v, c)
      const is = out[4 + i] as number
      return Math.abs(is - should) > (c === 3 ? 0 : 0.98) ? [`${i}: ${is} for ${should}`] : []
    })
    expect(off).toEqual([])
    expect([...out.slice(0, 4), ...out.slice(-4)]).toEqual(Array.from({ length: 8 }, () => 77))
    // In place the same.
    applyTable(table, pixels, pixels)
    expect(pixels).toEqual(out.slice(4, -4))
  }
})

test('black is the first node and white the last, to the number', () => {
  for (const size of [2, 3, 25, 90]) {
    const values = new Uint8Array(size ** 3 * 3).fill(128)
    values.set([1, 2, 3])
    values.set([251, 252, 253], values.length - 3)
    const pixels = Uint8Array.from([0, 0, 0, 9, 255, 255, 255, 8])
    applyTable(tableOf(size, values), pixels, pixels)
    expect([size, ...pixels]).toEqual([size, 1, 2, 3, 9, 251, 252, 253, 8])
  }
})
