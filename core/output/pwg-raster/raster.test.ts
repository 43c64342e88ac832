import fc from 'fast-check'
import { HEADER_BYTES, readHeader, writeHeader } from './header.ts'
import { lineWriter, RasterError, readLines } from './lines.ts'

const HEADER = {
  ppi: 360,
  width: 2977,
  height: 4210,
  pageWidth: 595,
  pageHeight: 842,
  colour: 'device3' as const,
  copies: 1,
  mediaType: 'fine-art-matte',
}

function pack(width: number, rows: Uint8Array[]): Uint8Array {
  const writer = lineWriter(width)
  const parts = rows.map((row) => writer.add(row))
  parts.push(writer.end())
  return Buffer.concat(parts.filter((p): p is Uint8Array => p !== null))
}

function unpack(data: Uint8Array, width: number, height: number): number[][] {
  const rows: number[][] = []
  readLines(data, 0, width, height, (row) => rows.push([...row]))
  return rows
}

test('the page header has the fields of PWG 5102.4 at their places', () => {
  const bytes = writeHeader(HEADER)
  const view = new DataView(bytes.buffer)
  expect(bytes.length).toBe(1796)
  // Offsets of table 1: HWResolution 276, PageSize 352, Width 372, Height 376, ColorSpace 400, NumColors 420.
  expect([
    view.getUint32(276),
    view.getUint32(352),
    view.getUint32(356),
    view.getUint32(372),
    view.getUint32(376),
    view.getUint32(400),
    view.getUint32(420),
  ]).toEqual([360, 595, 842, 2977, 4210, 50, 3])
  expect(readHeader(bytes)).toEqual(HEADER)
})

test('a header that is not ours to read is refused', () => {
  expect(readHeader(new Uint8Array(HEADER_BYTES))).toBeNull()
  expect(readHeader(writeHeader({ ...HEADER, width: 4_000_000 }))).toBeNull()
  expect(readHeader(writeHeader(HEADER).subarray(0, 100))).toBeNull()
})

test('the worked example of the standard: a run, then pixels of their own', () => {
  // Section 4.4: repeat count − 1, then a run byte and one pixel, or 257 − n and n pixels.
  const [w, y] = [
    [255, 255, 255],
    [255, 255, 0],
  ]
  const row =
    new Uint8Array([...w, ...w, ...w, ...y, ...w] as unknown as number[]).length === 0
      ? new Uint8Array()
      : new Uint8Array([w, w, w, y, w].flat())
  expect([...pack(5, [row, row])]).toEqual([1, 2, 255, 255, 255, 255, 255, 255, 0, 255, 255, 255])
})

test('pixels of their own end where a run begins, and one that stands alone is a run of one', () => {
  const [a, b, c] = [
    [1, 2, 3],
    [4, 5, 6],
    [7, 8, 9],
  ] as const
  // Two of their own, three alike, one alone: 257 − 2, then 3 − 1, then 0.
  const row = new Uint8Array([a, b, c, c, c, a].flat())
  expect([...pack(6, [row])]).toEqual([0, 255, ...a, ...b, 2, ...c, 0, ...a])
  // Where the last two are alike they are a run as well.
  expect([...pack(4, [new Uint8Array([a, b, c, c].flat())])]).toEqual([0, 255, ...a, ...b, 1, ...c])
})

test('a page of one pixel is a page; one of none is not', () => {
  const at = (width: number, height: number) => readHeader(writeHeader({ ...HEADER, width, height }))
  expect([at(1, 7)?.width, at(7, 1)?.height]).toEqual([1, 1])
  expect([at(0, 7), at(7, 0)]).toEqual([null, null])
  // Wider and longer than any printer of the studio prints at 1440 dpi.
  expect([at(20_000, 7)?.width, at(7, 300_000)?.height]).toEqual([20_000, 300_000])
  expect([at(20_001, 7), at(7, 300_001)]).toEqual([null, null])
})

test('rows come back as they went, whatever they hold', () => {
  const value = fc.constantFrom(0, 255, 7)
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 300 }).chain((width) =>
        fc.tuple(
          fc.constant(width),
          fc.array(
            fc.uint8Array({ minLength: width * 3, maxLength: width * 3 }).map((r) => r.map((x) => [0, 255, 7][x % 3] as number)),
            { minLength: 1, maxLength: 8 },
          ),
          value,
        ),
      ),
      ([width, rows]) => {
        expect(unpack(pack(width, rows), width, rows.length)).toEqual(rows.map((r) => [...r]))
      },
    ),
  )
})

test('more than 256 equal rows are folded and unfolded', () => {
  const rows = Array.from({ length: 700 }, () => new Uint8Array(30).fill(255))
  const packed = pack(10, rows)
  expect(packed.length).toBeLessThan(30)
  expect(unpack(packed, 10, 700)).toHaveLength(700)
})

test('data that end early or run past the line are an error, never a crash', () => {
  const packed = pack(20, [new Uint8Array(60).map((_, i) => i)])
  for (let n = 0; n < packed.length; n++) expect(() => unpack(packed.subarray(0, n), 20, 1)).toThrow(RasterError)
  expect(() => unpack(new Uint8Array([0, 127, 1, 2, 3, 127, 1, 2, 3]), 20, 1)).toThrow(RasterError)
})

describe('a page header is taken only as PWG 5102.4 has it, and no larger than this program can', () => {
  const page = { ppi: 300, width: 40, height: 30, pageWidth: 10, pageHeight: 8, colour: 'device3' as const, copies: 2, mediaType: 'x' }
  const with32 = (offset: number, value: number, of: Partial<typeof page> = {}) => {
    const bytes = writeHeader({ ...page, ...of })
    new DataView(bytes.buffer, bytes.byteOffset).setUint32(offset, value)
    return readHeader(bytes)
  }
  test('as it was written', () => expect(readHeader(writeHeader(page))).toEqual(page))
  test('cut short by a byte', () => expect(readHeader(writeHeader(page).subarray(0, HEADER_BYTES - 1))).toBeNull())
  test.each([
    ['bits of a colour', 384, 16],
    ['bits of a pixel', 388, 32],
    ['bytes of a line', 392, 121],
    ['colour space', 400, 1],
    ['no resolution', 276, 0],
    ['another resolution down', 280, 301],
    ['no width', 372, 0],
    ['no height', 376, 0],
  ])('%s', (_what, offset, value) => expect(with32(offset, value)).toBeNull())
})
