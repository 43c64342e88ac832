import type { Triple } from '../cie.ts'
import type { Tag } from '../icc/tables.ts'
import { toAbsolute } from './absolute.ts'

/** The media white of a warm paper, and Bradford's matrix, which a profile states when its readings were scaled in that space. */
const WHITE = [0.875, 0.905, 0.721]
const BRADFORD = [0.8951, 0.2664, -0.1614, -0.7502, 1.7135, 0.0367, 0.0389, -0.0685, 1.0296]

/** Tags of s15Fixed16 numbers as ICC.1 lays them down: eight bytes, then the numbers. */
function profile(content: Record<string, readonly number[]>) {
  const tags: Tag[] = []
  let offset = 0
  for (const [signature, numbers] of Object.entries(content)) {
    tags.push({ signature, offset, size: 8 + 4 * numbers.length })
    offset += 8 + 4 * numbers.length
  }
  const bytes = new Uint8Array(offset)
  const view = new DataView(bytes.buffer)
  for (const tag of tags)
    for (const [i, v] of (content[tag.signature] ?? []).entries()) view.setInt32(tag.offset + 8 + i * 4, Math.round(v * 65_536))
  return { bytes, tags }
}
const through = (content: Record<string, readonly number[]>, lab: Triple) => {
  const { bytes, tags } = profile(content)
  return toAbsolute(bytes, tags)(lab).map((v) => Number(v.toFixed(3)))
}
const COLOURS: [Triple, plain: number[], stated: number[]][] = [
  [
    [100, 0, 0],
    [96.204, 0.443, 2.232],
    [96.204, 0.443, 2.232],
  ],
  [
    [62, -31, 44],
    [59.447, -29.715, 43.57],
    [59.458, -29.315, 43.478],
  ],
  [
    [20, 18, -25],
    [18.822, 17.564, -23.21],
    [18.799, 17.289, -23.224],
  ],
]

// Worked out apart from the code (Python, the CIE's formulas): XYZ times white over D50, plainly and in Bradford's space.
test.each(COLOURS)('%j is as an instrument reads it on the paper', (relative, plain, stated) => {
  expect(through({ wtpt: WHITE }, relative)).toEqual(plain)
  expect(through({ wtpt: WHITE, arts: BRADFORD }, relative)).toEqual(stated)
})

test('a space that cannot be undone is left aside; without a white, or with an impossible one, nothing is changed', () => {
  const lab: Triple = [62, -31, 44]
  expect(through({ wtpt: WHITE, arts: [1, 2, 3, 2, 4, 6, 7, 8, 9] }, lab)).toEqual([59.447, -29.715, 43.57])
  expect(through({ arts: BRADFORD }, lab)).toEqual(lab)
  expect(through({ wtpt: [0.9, 0, 0.7] }, lab)).toEqual(lab)
  const short = profile({ wtpt: WHITE, arts: BRADFORD.slice(0, 8) })
  expect(toAbsolute(short.bytes, short.tags)(lab)[1]).toBeCloseTo(-29.715, 2)
})
