import { exactTable } from '../profile/exact-table.ts'
import { readTables } from './tables.ts'

/** A tag of these bytes at this place of a file; numbers big-endian, ICC.1:2022, 10.8 to 10.12. */
const OFFSET = 64
function tag(type: string, size: number, put: (view: DataView) => void) {
  const bytes = new Uint8Array(OFFSET + size)
  for (const [i, c] of [...type].entries()) bytes[OFFSET + i] = c.charCodeAt(0)
  put(new DataView(bytes.buffer, OFFSET))
  return { bytes, tags: [{ signature: 'A2B0', offset: OFFSET, size }] }
}
const code = ({ bytes, tags }: ReturnType<typeof tag>, size = tags[0]?.size ?? 0) => {
  const read = readTables(
    bytes,
    tags.map((t) => ({ ...t, size })),
  )
  return read.ok ? (read.value[0] ?? 'none') : read.problem.message
}

/** One input, one to three outputs: header, 2 points. */
const lut16 = (inputs: number, outputs: number, [points, before, after]: readonly [number, number, number]) => {
  const size = 52 + 2 * (before * inputs + points ** inputs * outputs + after * outputs)
  return tag('mft2', size, (v) => {
    v.setUint8(8, inputs)
    v.setUint8(9, outputs)
    v.setUint8(10, points)
    v.setUint16(48, before)
    v.setUint16(50, after)
  })
}
const lut8 = (inputs: number, outputs: number, points: number) =>
  tag('mft1', 48 + 256 * inputs + points ** inputs * outputs + 256 * outputs, (v) => {
    v.setUint8(8, inputs)
    v.setUint8(9, outputs)
    v.setUint8(10, points)
  })

test('a table is read where it holds just as much as it claims, and refused where a byte is missing', () => {
  for (const table of [lut16(3, 3, [5, 17, 9]), lut16(4, 3, [3, 2, 2]), lut8(3, 3, 5), lut8(1, 3, 2)]) {
    const size = table.tags[0]?.size ?? 0
    expect(code(table)).toMatchObject({ tag: 'A2B0', offset: OFFSET })
    expect(code(table, size - 1)).toContain('more than it holds')
  }
  expect(code(lut16(3, 3, [5, 17, 9]))).toMatchObject({ kind: 'lut16', inputs: 3, outputs: 3, grid: [5, 5, 5] })
  expect(code(lut8(1, 3, 2))).toMatchObject({ kind: 'lut8', grid: [2] })
})

test.each([
  ['no input', lut16(0, 3, [2, 2, 2]), 'claims 0 inputs'],
  ['no output', lut16(3, 0, [2, 2, 2]), 'and 0 outputs'],
  ['one point', lut16(3, 3, [1, 2, 2]), 'a grid of 1 points'],
  ['one entry before', lut16(3, 3, [2, 1, 2]), 'a grid of 2 points'],
  ['one entry after', lut16(3, 3, [2, 2, 1]), 'a grid of 2 points'],
  ['too many before', lut16(1, 3, [2, 4097, 2]), 'a grid of 2 points'],
  ['too many after', lut16(1, 1, [2, 2, 4097]), 'a grid of 2 points'],
])('%s is refused', (_what, of, says) => expect(code(of)).toContain(says))

test('as many entries as ICC.1 allows are read', () => expect(code(lut16(1, 1, [2, 4096, 4096]))).toMatchObject({ kind: 'lut16' }))

/** A table of elements: parts at these places, a grid of these points at the third. */
const CLUT = 40
const elements = (
  grid: number[],
  precision: number,
  { others = 32, size = CLUT + 20 + grid.reduce((a, b) => a * b, 3) * precision } = {},
) =>
  tag('mAB ', size, (v) => {
    v.setUint8(8, grid.length)
    v.setUint8(9, 3)
    for (const part of [12, 16, 20, 28]) v.setUint32(part, others)
    v.setUint32(24, CLUT)
    grid.forEach((points, i) => {
      v.setUint8(CLUT + i, points)
    })
    v.setUint8(CLUT + 16, precision)
  })

test('a table of elements is read where its grid and all its parts lie inside it', () => {
  const good = elements([3, 4, 5], 2)
  const size = good.tags[0]?.size ?? 0
  expect(code(good)).toMatchObject({ kind: 'lutAToB', grid: [3, 4, 5], inputs: 3 })
  expect(code(good, size - 1)).toContain('more than it holds')
  expect(code(elements([3, 4, 5], 1))).toMatchObject({ grid: [3, 4, 5] })
  expect(code(elements([3, 4, 5], 3))).toContain('more than it holds')
  expect(code(elements([3, 1, 5], 2))).toContain('3 × 1 × 5')
  expect(code(elements([3], 1, { others: 62 }))).toContain('points outside itself')
  expect(code(elements([3], 1, { others: 61 }))).toMatchObject({ kind: 'lutAToB' })
  expect(code(elements([3], 1), 59)).toContain('points outside itself')
  expect(code(elements([3], 1), 60)).toContain('more than it holds')
  // Numbers of no bytes take no room, and are no numbers.
  expect(code(elements([3, 4, 5], 0))).toContain('more than it holds')
})

test('an lut8 is read by its own numbers: curves of 256, a grid of two, worked by hand', () => {
  const of = lut8(1, 3, 2)
  const view = new DataView(of.bytes.buffer, OFFSET)
  // The curve before squares, the grid goes from Lab 255 128 100 to 55 28 200, the curves after leave as it is.
  for (let i = 0; i < 256; i++) view.setUint8(48 + i, Math.round((i * i) / 255))
  for (const [k, v] of [255, 128, 100, 55, 28, 200].entries()) view.setUint8(48 + 256 + k, v)
  for (let k = 0; k < 3; k++) for (let i = 0; i < 256; i++) view.setUint8(48 + 256 + 6 + k * 256 + i, i)
  const read = readTables(of.bytes, of.tags)
  const table = read.ok ? read.value[0] : undefined
  const lab = table && exactTable(of.bytes, table)
  // Half way in is a quarter of the way across the grid: 255 − 50, 128 − 25, 100 + 25.
  const [l, a, b] = lab?.([0.5]) ?? [0, 0, 0]
  expect([l, a, b]).toEqual([expect.closeTo((205 / 255) * 100, 0), expect.closeTo(103 - 128, 0), expect.closeTo(125 - 128, 0)])
  expect(lab?.([0])).toEqual([100, 0, -28])
  expect(lab?.([1])?.map(Math.round)).toEqual([Math.round((55 / 255) * 100), -100, 72])
})
