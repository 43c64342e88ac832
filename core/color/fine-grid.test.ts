import { readFileSync } from 'node:fs'
import { instantiate } from 'lcms-wasm'
import { createEngine, type Engine } from './engine/engine.ts'
import { fineGrid } from './fine-grid.ts'
import { applyTable } from './tetrahedra/table.ts'

let engine: Engine
beforeAll(async () => {
  engine = createEngine(await instantiate())
})
const profile = (name: string) => new Uint8Array(readFileSync(`demo/profiles/${name}.icc`))

/** Every 5th level of every channel, in an order that mixes all six tetrahedra. */
const cube = new Uint8Array(52 ** 3 * 3)
for (let i = 0, at = 0; i < 52 ** 3; i++) for (const v of [i % 52, Math.floor(i / 52) % 52, Math.floor(i / 2704)]) cube[at++] = v * 5
const COUNT = 52 ** 3

test.each([
  ['gannet-lamproom-baryta', 'relative', true],
  ['gannet-quay-matte', 'perceptual', false],
] as const)(
  '%s, %s: within a tenth of a level of the engine’s own full precision on average, three at most',
  (name, intent, blackPoint) => {
    const printer = profile(name)
    const out = new Uint8Array(cube.length)
    applyTable(fineGrid(engine, 'srgb', printer, intent, blackPoint), cube, out)
    const t = engine.transform('srgb', 'rgb8', printer, 'rgb8', intent, { blackPoint, precise: true })
    const exact = t.run(cube, COUNT)
    t.free()
    let [sum, most] = [0, 0]
    for (let i = 0; i < out.length; i++) {
      const d = Math.abs((out[i] as number) - (exact[i] as number))
      sum += d
      most = Math.max(most, d)
    }
    expect(sum / out.length).toBeLessThan(0.1)
    expect(most).toBeLessThanOrEqual(3)
  },
)

test('a conversion of a space into itself changes nothing, in place too', () => {
  const grid = fineGrid(engine, 'srgb', 'srgb', 'relative', false)
  const pixels = cube.slice()
  applyTable(grid, pixels, pixels)
  let most = 0
  for (let i = 0; i < pixels.length; i++) most = Math.max(most, Math.abs((pixels[i] as number) - (cube[i] as number)))
  expect(most).toBeLessThanOrEqual(1)
})
