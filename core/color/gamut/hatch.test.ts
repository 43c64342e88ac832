import { hatchOutOfGamut, stripesAcross } from './hatch.ts'

test('sixty stripes across, eight pixels apart at least, a fifth of each drawn and two pixels at least', () => {
  expect([stripesAcross(6000), stripesAcross(480), stripesAcross(90)]).toEqual([
    { period: 100, drawn: 22 },
    { period: 8, drawn: 2 },
    { period: 8, drawn: 2 },
  ])
})

test('a pixel is marked by the node nearest to it in red, green and blue, oblique lines of two pixels in eight', () => {
  const [width, height] = [16, 9]
  // Of a cube of three the node of half red, all of green and no blue, at 1·9 + 2·3, is 3.1 ΔE off.
  const distances = new Uint8Array(27)
  distances[15] = 31
  const rgb = (n: number) => (n % 3 === 0 ? [128, 250, 10] : n % 3 === 1 ? [250, 128, 10] : [10, 250, 128])
  const source = Uint8ClampedArray.from({ length: width * height * 4 }, (_, i) => (i % 4 === 3 ? 255 : (rgb(i >> 2)[i % 4] as number)))
  for (const [threshold, shows] of [
    [3, true],
    [3.1, false],
  ] as const) {
    const proof = source.slice()
    hatchOutOfGamut(proof, source, width, { distances, threshold })
    for (let n = 0; n < width * height; n++) {
      const on = shows && n % 3 === 0 && ((n % width) + Math.floor(n / width)) % 8 < 2
      // 128 + 2 · 250 + 10 is light: the line on it is dark.
      expect([n, ...proof.subarray(n * 4, n * 4 + 4)]).toEqual([n, ...(on ? [40, 40, 40] : rgb(n)), 255])
    }
  }
})
