import { readFileSync } from 'node:fs'
import { instantiate } from 'lcms-wasm'
import { transiccTriples } from '../testing/transicc.ts'
import type { Triple } from './cie.ts'
import { createEngine, type Engine } from './engine/engine.ts'
import { deviceRenderingGrid } from './proof.ts'

let engine: Engine
beforeAll(async () => {
  engine = createEngine(await instantiate())
})

/** L* of an sRGB grey with its luminance scaled onto a black, by hand. Source: IEC 61966-2-1 and CIE 15. */
function expected(level: number, blackL: number): number {
  const v = level / 255
  const Y = v > 0.04045 ? ((v + 0.055) / 1.055) ** 2.4 : v / 12.92
  const black = ((blackL + 16) / 116) ** 3
  return 116 * Math.cbrt(black + Y * (1 - black)) - 16
}

test.each(['gannet-saltmarsh-cotton', 'heron-harbour-lustre'])(
  'a proof of the printer’s own greys on %s is neutral from the paper’s black to its white, whatever the intent',
  (name) => {
    const file = `demo/profiles/${name}.icc`
    const settings = { source: 'srgb' as const, printer: new Uint8Array(readFileSync(file)), greys: true }
    const grid = deviceRenderingGrid(engine, { ...settings, intent: 'perceptual', blackPoint: true })
    expect(deviceRenderingGrid(engine, { ...settings, intent: 'absolute', blackPoint: false }).values).toEqual(grid.values)
    const node = (r: number, g: number, b: number) => [...grid.values.subarray(((r * grid.size + g) * grid.size + b) * 3).subarray(0, 3)]
    const last = grid.size - 1
    const steps = Array.from({ length: grid.size }, (_, i) => i)
    const greys = transiccTriples(
      { from: file, to: '*Lab', intent: 1 },
      steps.map((i) => node(i, i, i)),
    )
    const blackL = greys[0]?.[0] as number
    expect(blackL).toBeGreaterThan(3)
    for (const i of steps) {
      const [L, a, b] = greys[i] as Triple
      // The numbers are whole bytes and the two tables of a profile agree to about one.
      expect(Math.abs(L - expected((i * 255) / last, blackL))).toBeLessThan(1.5)
      expect(Math.hypot(a, b)).toBeLessThan(i === 0 ? 6 : 2.5)
    }
    // A colour is printed as the grey of its own luminance: of red 0.2225, of blue 0.0606 (sRGB matrix adapted to D50, row Y).
    const colours = transiccTriples({ from: file, to: '*Lab', intent: 1 }, [node(last, 0, 0), node(0, 0, last)])
    const black = ((blackL + 16) / 116) ** 3
    for (const [i, Y] of [0.2225, 0.0606].entries()) {
      const [L, a, b] = colours[i] as Triple
      expect(Math.abs(L - (116 * Math.cbrt(black + Y * (1 - black)) - 16))).toBeLessThan(1.5)
      expect(Math.hypot(a, b)).toBeLessThan(2.5)
    }
  },
)
