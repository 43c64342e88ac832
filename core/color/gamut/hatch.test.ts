import { hatchOutOfGamut, stripesAcross } from './hatch.ts'

test('sixty stripes across, eight pixels apart at least, a fifth of each drawn and two pixels at least', () => {
  expect([stripesAcross(6000), stripesAcross(480), stripesAcross(90)]).toEqual([
    { period: 100, drawn: 22 },
    { period: 8, drawn: 2 },
    { period: 8, drawn: 2 },
  ])
})

test('a pixel is marked by the cell of four levels that its colour lies in, oblique lines of two pixels in eight', () => {
  const [width, height] = [16, 9]
  // Colours of 128 to 131 red, 252 and more green and 8 to 11 blue, at 32·64² + 63·64 + 2, are 3.1 ΔE off.
  const distances = new Uint8Array(64 ** 3)
  distances[135_106] = 31
  const rgb = (n: number) =>
    [
      [131, 252, 11],
      [132, 253, 10],
      [128, 255, 12],
      [253, 128, 10],
      [10, 253, 128],
      [128, 251, 8],
    ][n % 6] as number[]
  const source = Uint8ClampedArray.from({ length: width * height * 4 }, (_, i) => (i % 4 === 3 ? 255 : (rgb(i >> 2)[i % 4] as number)))
  for (const [threshold, shows] of [
    [3, true],
    [3.1, false],
  ] as const) {
    const proof = source.slice()
    hatchOutOfGamut(proof, source, width, { distances, threshold })
    for (let n = 0; n < width * height; n++) {
      const on = shows && n % 6 === 0 && ((n % width) + Math.floor(n / width)) % 8 < 2
      // 131 + 2 · 252 + 11 is light: the line on it is dark.
      expect([n, ...proof.subarray(n * 4, n * 4 + 4)]).toEqual([n, ...(on ? [40, 40, 40] : rgb(n)), 255])
    }
  }
})

test('a line on what prints dark is light', () => {
  const source = Uint8ClampedArray.from([255, 0, 0, 255])
  // Red and blue and twice green: 512 is dark yet, 513 light.
  for (const [proof, line] of [
    [[1, 255, 1], 215],
    [[1, 255, 2], 40],
    [[2, 255, 1], 40],
  ] as const) {
    const made = Uint8ClampedArray.from([...proof, 255])
    hatchOutOfGamut(made, source, 1, { distances: new Uint8Array(64 ** 3).fill(50), threshold: 2 })
    expect([proof, [...made]]).toEqual([proof, [line, line, line, 255]])
  }
})
