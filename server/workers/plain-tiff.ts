import type { FileHandle } from 'node:fs/promises'

/** Rows of an uncompressed 8-bit strip TIFF that libvips has just written; read in order, a few at a time. */
export interface PlainTiff {
  /** Fills `into` with `count` rows from row `first`, `rowBytes` each. */
  rows(into: Uint8Array, first: number, count: number): Promise<void>
}

const TAG = { compression: 259, stripOffsets: 273, rowsPerStrip: 278 } as const
const SHORT = 3
const LONG = 4

/**
 * Opens such a file. Why: libvips can write TIFF with little memory, but raw pixels only into memory.
 * @throws Error when the file is not what was asked of libvips
 */
export async function openPlainTiff(file: FileHandle, rowBytes: number): Promise<PlainTiff> {
  const at = async (position: number, length: number) => {
    const buffer = Buffer.alloc(length)
    const { bytesRead } = await file.read(buffer, 0, length, position)
    if (bytesRead !== length) throw new Error('the scratch picture is cut short')
    return buffer
  }
  const head = await at(0, 8)
  if (head.toString('latin1', 0, 2) !== 'II' || head.readUInt16LE(2) !== 42) throw new Error('the scratch picture is not a plain TIFF')
  const directory = head.readUInt32LE(4)
  const count = (await at(directory, 2)).readUInt16LE(0)
  const entries = await at(directory + 2, count * 12)
  const values = async (tag: number): Promise<number[]> => {
    for (let i = 0; i < count; i++) {
      const entry = entries.subarray(i * 12, i * 12 + 12)
      if (entry.readUInt16LE(0) !== tag) continue
      const [type, n] = [entry.readUInt16LE(2), entry.readUInt32LE(4)]
      const size = type === SHORT ? 2 : type === LONG ? 4 : 0
      if (size === 0) throw new Error('the scratch picture has an odd directory')
      const data = n * size <= 4 ? entry.subarray(8, 12) : await at(entry.readUInt32LE(8), n * size)
      return Array.from({ length: n }, (_, k) => (size === 2 ? data.readUInt16LE(k * 2) : data.readUInt32LE(k * 4)))
    }
    return []
  }
  const [offsets, [perStrip = 1], [compression = 1]] = await Promise.all([
    values(TAG.stripOffsets),
    values(TAG.rowsPerStrip),
    values(TAG.compression),
  ])
  if (compression !== 1 || offsets.length === 0) throw new Error('the scratch picture is compressed')
  return {
    async rows(into, first, wanted) {
      for (let row = 0; row < wanted; ) {
        const y = first + row
        const strip = Math.floor(y / perStrip)
        const inStrip = y - strip * perStrip
        const many = Math.min(wanted - row, perStrip - inStrip)
        const offset = offsets[strip]
        if (offset === undefined) throw new Error('the scratch picture is cut short')
        await file.read(into, row * rowBytes, many * rowBytes, offset + inStrip * rowBytes)
        row += many
      }
    },
  }
}
