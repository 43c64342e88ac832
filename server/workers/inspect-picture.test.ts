import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { inspectPicture } from './inspect-picture.ts'

let dir: string
beforeAll(() => {
  dir = mkdtempSync(join(tmpdir(), 'inspect-'))
})
afterAll(() => rmSync(dir, { recursive: true, force: true }))

/** A picture that cannot be mistaken: other values in every pixel, so that no stretch of the file is redundant. */
const picture = () => {
  const [width, height] = [480, 320]
  const data = Buffer.alloc(width * height * 3)
  for (let i = 0; i < data.length; i++) data[i] = (i * 2654435761) >>> 24
  return sharp(data, { raw: { width, height, channels: 3 } })
}
const inspect = (bytes: Buffer, name: string) => {
  const file = join(dir, name)
  writeFileSync(file, bytes)
  return inspectPicture({ file, previewFile: join(dir, `${name}.preview.jpg`), maxPixels: 1e8 })
}
const broken = (bytes: Buffer, at: number, many: number) => {
  const copy = Buffer.from(bytes)
  copy.fill(0xff, Math.floor(copy.length * at), Math.floor(copy.length * at) + many)
  return copy
}

test.each([
  ['a.jpg', () => picture().jpeg({ quality: 90 }).toBuffer()],
  ['a.tif', () => picture().tiff({ compression: 'lzw' }).toBuffer()],
  ['a.png', () => picture().png().toBuffer()],
] as const)('%s with damaged or missing data is refused, wherever it is; whole it is taken', async (name, make) => {
  const whole = await make()
  expect((await inspect(whole, name)).ok).toBe(true)
  for (const at of [0.35, 0.6, 0.9]) {
    const read = await inspect(broken(whole, at, 64), name)
    expect([name, at, read.ok ? 'taken' : read.code]).toEqual([name, at, 'picture-damaged'])
    const scrambled = Buffer.from(whole)
    for (let i = 0; i < 200; i++) scrambled[Math.floor(whole.length * at) + i] = (i * 40503 + 77) >>> 3
    const other = await inspect(scrambled, name)
    expect([name, at, other.ok ? 'taken' : other.code]).toEqual([name, at, 'picture-damaged'])
    const cut = await inspect(whole.subarray(0, Math.floor(whole.length * at)), name)
    // Of a TIFF the directory may stand at its end: without it nobody can tell what it was.
    expect(['picture-damaged', 'picture-format']).toContain(cut.ok ? 'taken' : cut.code)
  }
})

test('a density is the file’s own; one that says none has none', async () => {
  const ppi = async (bytes: Buffer, name: string) => {
    const read = await inspect(bytes, name)
    return read.ok ? read.ppi && Math.round(read.ppi) : read.code
  }
  const tagged = await picture().withMetadata({ density: 240 }).jpeg().toBuffer()
  expect(await ppi(tagged, 'tagged.jpg')).toBe(240)
  // The JFIF header with its unit set to “none”, and no Exif.
  const bare = Buffer.from(await picture().jpeg().toBuffer())
  bare[bare.indexOf('JFIF\0', 0, 'latin1') + 7] = 0
  expect(await ppi(bare, 'bare.jpg')).toBeNull()
  const png = await picture().png().toBuffer()
  const phys = png.indexOf('pHYs', 0, 'latin1')
  // The chunk is taken out: length and name (8), data (9), checksum (4).
  const none = phys < 0 ? png : Buffer.concat([png.subarray(0, phys - 4), png.subarray(phys + 4 + 9 + 4)])
  expect(await ppi(none, 'none.png')).toBeNull()
  expect(await ppi(await picture().withMetadata({ density: 300 }).png().toBuffer(), 'tagged.png')).toBe(300)
})
