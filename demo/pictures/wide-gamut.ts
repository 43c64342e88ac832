/** A matrix profile with the primaries of ITU-R BT.2020 adapted to D50 and a plain 2.2 gamma, written as ICC.1:2001-04 (v2). */
export function wideGamutProfile(): Buffer {
  const s15 = (value: number) => {
    const b = Buffer.alloc(4)
    b.writeInt32BE(Math.round(value * 65536))
    return b
  }
  const xyz = (x: number, y: number, z: number) => Buffer.concat([Buffer.from('XYZ \0\0\0\0', 'latin1'), s15(x), s15(y), s15(z)])
  const text = Buffer.from('Public domain\0', 'latin1')
  const name = Buffer.from('Lantern Wharf wide working space\0', 'latin1')
  const length = Buffer.alloc(4)
  length.writeUInt32BE(name.length)
  const gamma = Buffer.alloc(14)
  gamma.write('curv', 'latin1')
  gamma.writeUInt32BE(1, 8)
  gamma.writeUInt16BE(Math.round(2.2 * 256), 12)
  const tags: [string, Buffer][] = [
    ['desc', Buffer.concat([Buffer.from('desc\0\0\0\0', 'latin1'), length, name, Buffer.alloc(78)])],
    ['cprt', Buffer.concat([Buffer.from('text\0\0\0\0', 'latin1'), text])],
    ['wtpt', xyz(0.9642, 1, 0.8249)],
    ['rXYZ', xyz(0.67342, 0.27902, -0.00193)],
    ['gXYZ', xyz(0.16564, 0.67534, 0.02998)],
    ['bXYZ', xyz(0.12513, 0.04564, 0.79685)],
    ['rTRC', gamma],
    ['gTRC', gamma],
    ['bTRC', gamma],
  ]
  const table = Buffer.alloc(4 + tags.length * 12)
  table.writeUInt32BE(tags.length)
  const parts: Buffer[] = []
  let offset = 128 + table.length
  tags.forEach(([signature, data], i) => {
    const padded = Buffer.concat([data, Buffer.alloc((4 - (data.length % 4)) % 4)])
    table.write(signature, 4 + i * 12, 'latin1')
    table.writeUInt32BE(offset, 8 + i * 12)
    table.writeUInt32BE(data.length, 12 + i * 12)
    parts.push(padded)
    offset += padded.length
  })
  const header = Buffer.alloc(128)
  header.writeUInt32BE(offset, 0)
  header.writeUInt32BE(0x02400000, 8)
  header.write('mntrRGB XYZ ', 12, 'latin1')
  for (const [i, value] of [2026, 1, 1, 0, 0, 0].entries()) header.writeUInt16BE(value, 24 + i * 2)
  header.write('acsp', 36, 'latin1')
  Buffer.concat([s15(0.9642), s15(1), s15(0.8249)]).copy(header, 68)
  return Buffer.concat([header, table, ...parts])
}

/** Puts a profile into a JPEG as its APP2 segment, without touching the pixels. */
export function embedInJpeg(jpeg: Buffer, profile: Buffer): Buffer {
  const body = Buffer.concat([Buffer.from('ICC_PROFILE\0\x01\x01', 'latin1'), profile])
  const head = Buffer.alloc(4)
  head.writeUInt16BE(0xffe2, 0)
  head.writeUInt16BE(body.length + 2, 2)
  return Buffer.concat([jpeg.subarray(0, 2), head, body, jpeg.subarray(2)])
}
