import { deflateSync } from 'node:zlib'
import sharp, { type Sharp } from 'sharp'

/** A smooth gradient, as a picture of this kind. */
export function gradient(width: number, height: number): Sharp {
  const data = Buffer.alloc(width * height * 3)
  for (let i = 0; i < width * height; i++) {
    data[i * 3] = ((i % width) * 255) / width
    data[i * 3 + 1] = (Math.floor(i / width) * 255) / height
    data[i * 3 + 2] = 128
  }
  return sharp(data, { raw: { width, height, channels: 3 } })
}

/** CRC-32 of a PNG chunk. Source: PNG specification, annex D. */
function crc(bytes: Buffer): number {
  let c = 0xffffffff
  for (const byte of bytes) {
    c ^= byte
    for (let k = 0; k < 8; k++) c = c & 1 ? (c >>> 1) ^ 0xedb88320 : c >>> 1
  }
  return (c ^ 0xffffffff) >>> 0
}

/** A PNG of a few bytes that claims to be this large. */
export function claimingPng(width: number, height: number): Buffer {
  const chunk = (type: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(type, 'latin1'), data])
    const out = Buffer.alloc(8)
    out.writeUInt32BE(data.length, 0)
    out.writeUInt32BE(crc(body), 4)
    return Buffer.concat([out.subarray(0, 4), body, out.subarray(4)])
  }
  const header = Buffer.alloc(13)
  header.writeUInt32BE(width, 0)
  header.writeUInt32BE(height, 4)
  header.set([8, 2, 0, 0, 0], 8)
  return Buffer.concat([
    Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]),
    chunk('IHDR', header),
    chunk('IDAT', deflateSync(Buffer.alloc(100))),
    chunk('IEND', Buffer.alloc(0)),
  ])
}
