import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { instantiate } from 'lcms-wasm'
import { createEngine } from './engine/engine.ts'
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
