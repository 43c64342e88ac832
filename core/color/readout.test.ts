import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { instantiate } from 'lcms-wasm'
import { createEngine } from './engine/engine.ts'
import { hatchOutOfGamut } from './gamut/hatch.ts'
import { gridNodes } from './grid.ts'
import { createReadout } from './readout.ts'

const FILE = 'demo/profiles/gannet-lamproom-baryta.icc'

test.each([
  ['relative', true, 1],
  ['perceptual', false, 0],
  ['absolute', false, 3],
] as const)('a colour is followed to the print and back as transicc does it, %s', async (intent, blackPoint, number) => {
  const engine = createEngine(await instantiate())
  const readout = createReadout(engine, { source: 'srgb', printer: new Uint8Array(readFileSync(FILE)), intent, blackPoint })
  const colour = [180, 60, 90] as const
  const run = (args: string[], values: readonly number[]) =>
    execFileSync('transicc', ['-n', ...args], { input: `${values.join(' ')}\n`, encoding: 'utf8', stdio: ['pipe', 'pipe', 'ignore'] })
      .trim()
      .split(/\s+/)
      .map(Number)
  const device = run(['-i', '*sRGB', '-o', FILE, '-t', String(number), ...(blackPoint ? ['-b'] : [])], colour)
  const printed = run(['-i', FILE, '-o', '*Lab', '-t', intent === 'absolute' ? '3' : '1'], device)
  const read = readout.read(colour)
  for (let c = 0; c < 3; c++) {
    expect(Math.abs((read.device[c] as number) - (device[c] as number))).toBeLessThan(1.5)
    expect(Math.abs((read.printed[c] as number) - (printed[c] as number))).toBeLessThan(0.6)
  }
  readout.free()
})

test('hatching marks what lies beyond the threshold and nothing else, light on dark and dark on light', () => {
  const size = 2
  const nodes = gridNodes(size)
  // Only the pure red node is out of gamut, by 5.
  const distances = Uint8Array.from({ length: 8 }, (_, n) =>
    nodes[n * 3] === 255 && nodes[n * 3 + 1] === 0 && nodes[n * 3 + 2] === 0 ? 50 : 0,
  )
  const source = new Uint8ClampedArray(16 * 4)
  for (let i = 0; i < 16; i++) source.set(i < 8 ? [255, 0, 0, 255] : [0, 0, 255, 255], i * 4)
  const marked = (threshold: number) => {
    const proof = source.slice()
    hatchOutOfGamut(proof, source, 8, { distances, threshold })
    return Array.from({ length: 16 }, (_, i) => proof[i * 4 + 1] !== 0)
  }
  expect(marked(2).slice(8).some(Boolean)).toBe(false)
  expect(marked(2).slice(0, 8).filter(Boolean)).toHaveLength(2)
  expect(marked(6).some(Boolean)).toBe(false)
})
