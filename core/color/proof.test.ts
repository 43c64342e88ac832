import { readFileSync } from 'node:fs'
import { instantiate } from 'lcms-wasm'
import { wideGamutProfile } from '../../demo/pictures/wide-gamut.ts'
import { transicc, transiccTriples } from '../testing/transicc.ts'
import { deltaE2000, type Triple } from './cie.ts'
import { createEngine, type Engine } from './engine/engine.ts'
import { gridNodes } from './grid.ts'
import { differenceGrid, originalGrid, PROOF_GRID } from './proof.ts'

const FILE = 'demo/profiles/gannet-saltmarsh-cotton.icc'
let engine: Engine
beforeAll(async () => {
  engine = createEngine(await instantiate())
})
const NODES = gridNodes(PROOF_GRID)
const node = (values: Uint8Array, n: number) => [...values.subarray(n * 3, n * 3 + 3)] as unknown as Triple
/** Every two-hundredth node, the first and the last. */
const SOME = [...Array.from({ length: Math.floor(NODES.length / 600) }, (_, i) => i * 200), NODES.length / 3 - 1]

test('the original of a picture in sRGB is shown as it is, to the last node; one in a wide space as transicc converts it', () => {
  const { values, size } = originalGrid(engine, 'srgb')
  expect([size ** 3 * 3, values.length]).toEqual([NODES.length, NODES.length])
  for (const n of SOME)
    for (const [c, v] of node(values, n).entries()) expect(Math.abs(v - (node(NODES, n)[c] as number))).toBeLessThanOrEqual(1)
  const wide = originalGrid(engine, wideGamutProfile()).values
  // A wide space’s own green is beyond the display; its greys are greys.
  expect(SOME.some((n) => Math.max(...node(wide, n).map((v, c) => Math.abs(v - (node(NODES, n)[c] as number)))) > 30)).toBe(true)
})

test.each([
  ['relative', 1],
  ['perceptual', 0],
  ['absolute', 3],
] as const)('the map of differences, %s: ten ΔE2000 are black, none white, as transicc has it', (intent, number) => {
  const { values } = differenceGrid(engine, { source: 'srgb', printer: new Uint8Array(readFileSync(FILE)), intent, blackPoint: false })
  const colours = SOME.map((n) => node(NODES, n))
  const wanted = transiccTriples({ from: '*sRGB', to: '*Lab', intent: 1 }, colours)
  const printed = transiccTriples(
    { from: FILE, to: '*Lab', intent: number === 3 ? 3 : 1 },
    // The proof goes through 8 bits, as a page does.
    transicc({ from: '*sRGB', to: FILE, intent: number }, colours).map((rgb) => rgb.map(Math.round)),
  )
  for (const [i, n] of SOME.entries()) {
    const [r, g, b] = node(values, n)
    expect([g, b]).toEqual([r, r])
    const grey = 255 - 25.5 * Math.min(10, deltaE2000(wanted[i] as Triple, printed[i] as Triple))
    expect(Math.abs(r - grey)).toBeLessThan(14)
  }
})
