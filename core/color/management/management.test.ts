import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { instantiate } from 'lcms-wasm'
import { applyGrid } from '../grid.ts'
import { OUTCOMES } from './outcomes.ts'
import { workedGrid } from './worked.ts'

const FILE = 'demo/profiles/gannet-lamproom-baryta.icc'

test('one place manages colour: right once, double twice, wrong never (handbook, trade)', () => {
  expect(OUTCOMES).toHaveLength(8)
  const of = (program: boolean, driver: boolean, tag: string) =>
    OUTCOMES.find((o) => o.program === program && o.driver === driver && o.tag === tag)
  expect(of(true, false, 'device')?.outcome).toBe('right')
  expect(of(false, true, 'srgb')?.outcome).toBe('right')
  expect(of(true, true, 'srgb')?.outcome).toBe('double')
  expect(of(false, false, 'device')?.outcome).toBe('none')
  for (const o of OUTCOMES) expect(o.says.length).toBeGreaterThan(40)
})

test('the worked colours are what transicc makes of the same chains', async () => {
  const engine = (await import('../engine/engine.ts')).createEngine(await instantiate())
  const printer = new Uint8Array(readFileSync(FILE))
  // A node of the grid, so that nothing is interpolated.
  const colour = [170, 85, 43]
  const run = (args: string[], rgb: number[]) =>
    execFileSync('transicc', ['-n', ...args], { input: `${rgb.join(' ')}\n`, encoding: 'utf8', stdio: ['pipe', 'pipe', 'ignore'] })
      .trim()
      .split(/\s+/)
      .map(Number)
  const toPrinter = (rgb: number[]) => run(['-i', '*sRGB', '-o', FILE, '-t', '1', '-b'], rgb)
  const show = (rgb: number[]) => run(['-i', FILE, '-o', '*sRGB', '-t', '3'], rgb)
  const chains = { none: show(colour), right: show(toPrinter(colour)), double: show(toPrinter(toPrinter(colour))) }
  for (const [outcome, expected] of Object.entries(chains)) {
    const grid = workedGrid(engine, { source: 'srgb', printer, intent: 'relative', blackPoint: true }, outcome as 'right')
    const out = new Uint8Array(4)
    applyGrid(grid, Uint8Array.from([...colour, 255]), out)
    for (let c = 0; c < 3; c++)
      expect([outcome, c, Math.abs((out[c] as number) - Math.max(0, Math.min(255, expected[c] as number))) < 4]).toEqual([outcome, c, true])
  }
})
