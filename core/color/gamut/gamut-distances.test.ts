import { differenceCiede2000 } from 'culori'
import { gamutDistances } from './gamut-distances.ts'

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
