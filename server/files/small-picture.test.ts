import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { smallPicture } from './small-picture.ts'

let dir: string
beforeAll(() => {
  dir = mkdtempSync(join(tmpdir(), 'small-'))
})
afterAll(() => rmSync(dir, { recursive: true, force: true }))

const flat = async (width: number, height: number) => {
  const file = join(dir, `${width}x${height}.jpg`)
  await sharp({ create: { width, height, channels: 3, background: { r: 200, g: 40, b: 90 } } })
    .jpeg({ quality: 95 })
    .toFile(file)
  return file
}

test.each([
  [1500, 1000, 192, [192, 128]],
  [700, 1400, 640, [320, 640]],
  // What is small already stays as it is.
  [100, 60, 192, [100, 60]],
] as const)('%i × %i becomes at most %i', async (width, height, side, size) => {
  const small = await smallPicture(await flat(width, height), side)
  const { info, data } = await sharp(small as Buffer)
    .raw()
    .toBuffer({ resolveWithObject: true })
  expect([info.width, info.height]).toEqual(size)
  const [r = 0, g = 0, b = 0] = data
  expect(Math.hypot(r - 200, g - 40, b - 90)).toBeLessThan(8)
})

test('what is no picture has no small one', async () => {
  const file = join(dir, 'words')
  writeFileSync(file, 'not a picture')
  expect(await smallPicture(file, 192)).toBeNull()
})
