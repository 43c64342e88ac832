import { readFileSync } from 'node:fs'
import { instantiate } from 'lcms-wasm'
import { transicc, transiccTriples } from '../../testing/transicc.ts'
import type { Triple } from '../cie.ts'
import { countColours } from '../count/colour-count.ts'
import { createEngine, type Engine } from '../engine/engine.ts'
import { createSlicer } from '../gamut/slice.ts'
import { distinctTones, toneCurve } from './tone-curve.ts'

const file = (name: string) => `demo/profiles/${name}.icc`
const bytes = (name: string) => new Uint8Array(readFileSync(file(name)))
let engine: Engine
beforeAll(async () => {
  engine = createEngine(await instantiate())
})

test('the printed L* of greys is what transicc (LittleCMS) says', () => {
  const curve = toneCurve(engine, { source: 'srgb', printer: bytes('gannet-quay-matte'), intent: 'perceptual', blackPoint: true })
  const levels = [0, 20, 90, 160, 240, 255]
  const printer = file('gannet-quay-matte')
  const device = transicc(
    { from: '*sRGB', to: printer, intent: 0, blackPoint: true },
    levels.map((v) => [v, v, v]),
  )
  const printed = transicc({ from: printer, to: '*Lab', intent: 1 }, device)
  levels.forEach((level, i) => {
    expect(Math.abs((curve.printed[level] as number) - (printed[i]?.[0] ?? Number.NaN))).toBeLessThan(0.3)
  })
})

test('a gloss keeps more shadow tones than a matte, and without compensation the matte keeps fewest', () => {
  const of = (name: string, blackPoint: boolean) =>
    toneCurve(engine, { source: 'srgb', printer: bytes(name), intent: 'relative', blackPoint }).shadows.distinct
  expect(of('gannet-lamproom-baryta', true)).toBeGreaterThanOrEqual(of('gannet-quay-matte', true))
  expect(of('gannet-quay-matte', true)).toBeGreaterThan(of('gannet-quay-matte', false))
})

test('tones count once they can be told apart', () => {
  const row = (...ls: number[]) => ls.map((l): Triple => [l, 0, 0])
  expect(distinctTones(row(50, 50.1, 50.2))).toBe(1)
  expect(distinctTones(row(50, 52, 54))).toBe(3)
  expect(distinctTones([])).toBe(0)
})

test('a slice holds the colours of its lightness and an outline around the neutral axis', () => {
  const rgb = new Uint8Array([200, 200, 200, 128, 128, 128, 128, 130, 128, 0, 0, 255])
  const slice = createSlicer(engine, countColours(rgb, 4, 1), 'srgb', bytes('gannet-lamproom-baryta'))(54)
  expect(slice.colours.map((c) => c.share)).toEqual([0.25, 0.25])
  expect(slice.outline.some(([a]) => a > 30)).toBe(true)
  expect(slice.outline.some(([a]) => a < -30)).toBe(true)
})

test('a tone is told from the last that was told, from half a ΔE2000 on', () => {
  // Steps of L* near 50, where CIEDE2000 of a grey is the step itself (S_L = 1).
  const row = (...l: number[]) => distinctTones(l.map((v) => [v, 0, 0] as const))
  expect([row(), row(50), row(50, 50.49), row(50, 50.51)]).toEqual([0, 1, 1, 2])
  // Three small steps add up to one that is told.
  expect([row(50, 50.2, 50.4, 50.6), row(50, 50.2, 50.4, 50.49)]).toEqual([2, 1])
})

test('a slice has what lies within six of its lightness as transicc places it, the commonest first', () => {
  const picture: [number, number, number][] = [
    [128, 120, 110],
    [128, 120, 110],
    [30, 180, 60],
    [150, 110, 150],
    [150, 110, 150],
    [150, 110, 150],
    [70, 70, 70],
  ]
  const { colours } = createSlicer(engine, countColours(Uint8Array.from(picture.flat()), 7, 1), 'srgb', bytes('gannet-lamproom-baryta'))(52)
  const labs = transiccTriples({ from: '*sRGB', to: '*Lab', intent: 1 }, [picture[3], picture[0], picture[2], picture[6]] as [
    number,
    number,
    number,
  ][])
  expect(labs.map(([l]) => Math.abs(l - 52) <= 6)).toEqual([true, true, false, false])
  expect(colours).toHaveLength(2)
  for (const [i, share] of [3 / 7, 2 / 7].entries()) {
    expect(colours[i]?.share).toBeCloseTo(share, 6)
    expect(Math.abs((colours[i]?.a ?? 99) - (labs[i]?.[1] ?? 0))).toBeLessThan(0.6)
    expect(Math.abs((colours[i]?.b ?? 99) - (labs[i]?.[2] ?? 0))).toBeLessThan(0.6)
  }
})
