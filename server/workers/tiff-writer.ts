import { type ByteSink, openSink } from './byte-sink.ts'

const TYPE = { short: 3, long: 4, rational: 5, undefined: 7 } as const
/** Rows of a strip: readers need not take more than this at a time. */
const STRIP_ROWS = 64

export interface TiffHead {
  width: number
  height: number
  bits: 8 | 16
  ppi: number
  /** ICC profile that says what the numbers mean, or null. */
  profile: Uint8Array | null
}

/**
 * Writes an uncompressed RGB TIFF row by row. Why not libvips: it takes raw pixels only whole, in memory.
 * Source: TIFF 6.0; tag 34675 from ICC.1, annex B.
 */
export async function openTiff(path: string, { width, height, bits, ppi, profile }: TiffHead) {
  const sink: ByteSink = await openSink(path)
  const rowBytes = width * 3 * (bits / 8)
  const strips = Math.ceil(height / STRIP_ROWS)
  const pixels = rowBytes * height
  const extra: Buffer[] = []
  const entries: [number, number, number, number][] = []
  const first = 8 + pixels + (pixels % 2)
  // The directory has 15 entries at most; what does not fit into one follows it.
  const count = profile ? 13 : 12
  let after = first + 2 + count * 12 + 4
  const put = (data: Buffer) => {
    const at = after
    const even = data.length % 2 === 1 ? Buffer.concat([data, Buffer.alloc(1)]) : data
    extra.push(even)
    after += even.length
    return at
  }
  const longs = (values: number[]) => {
    const data = Buffer.alloc(values.length * 4)
    values.forEach((v, i) => {
      data.writeUInt32LE(v, i * 4)
    })
    return data
  }
  const sizes = Array.from({ length: strips }, (_, i) => rowBytes * Math.min(STRIP_ROWS, height - i * STRIP_ROWS))
  const bitsEach = Buffer.alloc(6)
  for (let c = 0; c < 3; c++) bitsEach.writeUInt16LE(bits, c * 2)
  entries.push([256, TYPE.long, 1, width], [257, TYPE.long, 1, height], [258, TYPE.short, 3, put(bitsEach)])
  entries.push([259, TYPE.short, 1, 1], [262, TYPE.short, 1, 2])
  const offsets = sizes.map((_, i) => 8 + i * STRIP_ROWS * rowBytes)
  entries.push([273, TYPE.long, strips, strips === 1 ? (offsets[0] as number) : put(longs(offsets))])
  entries.push([277, TYPE.short, 1, 3], [278, TYPE.long, 1, STRIP_ROWS])
  entries.push([279, TYPE.long, strips, strips === 1 ? (sizes[0] as number) : put(longs(sizes))])
  const resolution = put(longs([Math.round(ppi * 100), 100]))
  entries.push([282, TYPE.rational, 1, resolution], [283, TYPE.rational, 1, resolution], [296, TYPE.short, 1, 2])
  if (profile) entries.push([34_675, TYPE.undefined, profile.length, put(Buffer.from(profile))])
  const head = Buffer.alloc(8)
  head.write('II')
  head.writeUInt16LE(42, 2)
  head.writeUInt32LE(first, 4)
  await sink.write(head)
  return {
    row: (row: Uint8Array | Uint16Array) => sink.write(new Uint8Array(row.buffer, row.byteOffset, row.byteLength)),
    /** Writes the directory; the file is whole then. */
    async end() {
      if (pixels % 2 === 1) await sink.write(new Uint8Array(1))
      const directory = Buffer.alloc(2 + entries.length * 12 + 4)
      directory.writeUInt16LE(entries.length, 0)
      for (const [i, [tag, type, n, value]] of entries.entries()) {
        const at = 2 + i * 12
        directory.writeUInt16LE(tag, at)
        directory.writeUInt16LE(type, at + 2)
        directory.writeUInt32LE(n, at + 4)
        if (type === TYPE.short && n === 1) directory.writeUInt16LE(value, at + 8)
        else directory.writeUInt32LE(value, at + 8)
      }
      await sink.write(directory)
      for (const data of extra) await sink.write(data)
      await sink.close()
    },
    close: () => sink.close(),
  }
}
