import { differenceCiede2000 } from 'culori'
import { gamutDistances, shareOutOfGamut } from './out-of-gamut.ts'

const SIZE = 3
/** Nodes of a grid of 3 × 3 × 3 whose colours are printed so many ΔE2000 off, all others as they are. */
function distances(off: Record<number, readonly [number, number, number]>): Uint8Array {
  const source = Float32Array.from({ length: SIZE ** 3 * 3 }, (_, i) => [50, 10, -20][i % 3] as number)
  const printed = source.slice()
  for (const [node, lab] of Object.entries(off)) printed.set(lab, Number(node) * 3)
  return gamutDistances(source, printed)
}

test('a node’s distance is its ΔE2000 in tenths (culori), up to 25.5', () => {
  const away = differenceCiede2000()
  const lab = (l: number, a: number, b: number) => ({ mode: 'lab65' as const, l, a, b })
  const off = { 0: [52, 10, -20], 7: [50, 14, -20], 13: [50, 10, -29], 26: [90, -60, 80] } as const
  const found = distances(off)
  for (const [node, of] of Object.entries(off))
    expect(found[Number(node)]).toBe(Math.min(255, Math.round(away(lab(50, 10, -20), lab(of[0], of[1], of[2])) * 10)))
  expect(found.filter((v) => v > 0)).toHaveLength(4)
  expect(found[26]).toBe(255)
})

test('the share is of pixels, each by the node that is nearest to it in red, green and blue; alpha is no part of it', () => {
  // Node 1·9 + 2·3 + 0: half of red, all of green, no blue. Five ΔE off.
  const far = distances({ 15: [50, 10, -29] })
  const pixels = (...list: number[][]) => Uint8Array.from(list.flatMap((p) => [...p, 255]))
  // Halves are nearest from 64 up to 191.
  expect(shareOutOfGamut(pixels([128, 255, 0], [64, 192, 63], [191, 255, 0]), far, SIZE)).toBe(1)
  expect(shareOutOfGamut(pixels([63, 255, 0], [192, 255, 0], [128, 191, 0], [128, 255, 64]), far, SIZE)).toBe(0)
  expect(shareOutOfGamut(pixels([128, 255, 0], [0, 0, 0], [255, 255, 255], [0, 255, 128], [9, 9, 9]), far, SIZE)).toBe(0.2)
  expect(shareOutOfGamut(new Uint8Array(), far, SIZE)).toBe(0)
})

test('two ΔE2000 are within, a tenth more is not', () => {
  const at = (tenths: number) => shareOutOfGamut(Uint8Array.from([0, 0, 0, 255]), Uint8Array.from([tenths]), 1)
  expect([at(20), at(21)]).toEqual([0, 1])
})
