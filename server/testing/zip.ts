import { crc32 } from 'node:zlib'

/** A ZIP of files stored as they are. Source: the PKZIP application note, 4.3. */
export function zipOf(files: Record<string, Uint8Array>): Buffer {
  const parts: Buffer[] = []
  const directory: Buffer[] = []
  let offset = 0
  for (const [name, bytes] of Object.entries(files)) {
    const called = Buffer.from(name)
    const head = Buffer.alloc(30)
    head.writeUInt32LE(0x04034b50, 0)
    head.writeUInt16LE(20, 4)
    head.writeUInt32LE(crc32(bytes), 14)
    head.writeUInt32LE(bytes.length, 18)
    head.writeUInt32LE(bytes.length, 22)
    head.writeUInt16LE(called.length, 26)
    const entry = Buffer.alloc(46)
    entry.writeUInt32LE(0x02014b50, 0)
    entry.writeUInt16LE(20, 4)
    head.copy(entry, 6, 4, 30)
    entry.writeUInt32LE(offset, 42)
    parts.push(head, called, Buffer.from(bytes))
    directory.push(entry, called)
    offset += head.length + called.length + bytes.length
  }
  const entries = Buffer.concat(directory)
  const end = Buffer.alloc(22)
  const count = Object.keys(files).length
  end.writeUInt32LE(0x06054b50, 0)
  end.writeUInt16LE(count, 8)
  end.writeUInt16LE(count, 10)
  end.writeUInt32LE(entries.length, 12)
  end.writeUInt32LE(offset, 16)
  return Buffer.concat([...parts, entries, end])
}
