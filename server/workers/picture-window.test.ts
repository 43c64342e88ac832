import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { pictureWindow } from './picture-window.ts'

let dir = ''
beforeAll(async () => {
  dir = await mkdtemp(join(tmpdir(), 'window-'))
})
afterAll(() => rm(dir, { recursive: true, force: true }))

/** A picture in four fields of flat colour, 400 × 200. */
async function fields(orientation?: number): Promise<string> {
  const field = (background: string) =>
    sharp({ create: { width: 200, height: 100, channels: 3, background } })
      .png()
      .toBuffer()
  const file = join(dir, `fields-${orientation ?? 0}.jpg`)
  const inputs = await Promise.all(['#f00', '#0f0', '#00f', '#fff'].map(field))
  const flat = await sharp({ create: { width: 400, height: 200, channels: 3, background: '#000' } })
    .composite(inputs.map((input, i) => ({ input, left: (i % 2) * 200, top: Math.floor(i / 2) * 100 })))
    .png()
    .toBuffer()
  const made = sharp(flat)
  if (orientation) made.withMetadata({ orientation })
  await writeFile(file, await made.jpeg({ quality: 100, chromaSubsampling: '4:4:4' }).toBuffer())
  return file
}
const middle = async (bytes: Uint8Array) => {
  const { data, info } = await sharp(bytes).raw().toBuffer({ resolveWithObject: true })
  const at = (Math.floor(info.height / 2) * info.width + Math.floor(info.width / 2)) * 3
  return { size: [info.width, info.height], rgb: [data[at], data[at + 1], data[at + 2]].map((v) => ((v ?? 0) > 127 ? 1 : 0)) }
}

test('a part is that part of the file, at most at its own size', async () => {
  const picture = await fields()
  const task = { picture, width: 400, height: 200, channels: 'rgb' } as const
  expect(await middle(await pictureWindow({ ...task, part: { x: 0, y: 0.5, w: 0.5, h: 0.5 }, across: 2000 }))).toEqual({
    size: [200, 100],
    rgb: [0, 0, 1],
  })
  expect(await middle(await pictureWindow({ ...task, part: { x: 0.5, y: 0, w: 0.5, h: 0.5 }, across: 50 }))).toEqual({
    size: [50, 25],
    rgb: [0, 1, 0],
  })
})
test('a picture that was taken upright is cut as it stands, and a part beyond its edge is what there is', async () => {
  // Orientation 6: the file lies on its left side; upright its head is the file's left edge.
  const task = { picture: await fields(6), width: 200, height: 400, channels: 'rgb' } as const
  expect((await middle(await pictureWindow({ ...task, part: { x: 0, y: 0, w: 0.5, h: 0.5 }, across: 900 }))).rgb).toEqual([0, 0, 1])
  expect((await middle(await pictureWindow({ ...task, part: { x: 1, y: 1, w: 1, h: 1 }, across: 900 }))).size).toEqual([1, 1])
})
