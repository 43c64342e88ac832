import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { instantiate } from 'lcms-wasm'
import { houseIntent } from '../../things/studio/house-rules.ts'
import { deltaE2000, type Triple } from '../cie.ts'
import { countColours } from '../count/colour-count.ts'
import { createEngine, type Engine } from '../engine/engine.ts'
import { analyse } from './analyse.ts'
import { type Measures, MeasuresSchema } from './measures.ts'
import { recommend, renderingOf } from './recommend.ts'

const MATTE = 'demo/profiles/gannet-saltmarsh-cotton.icc'
const GLOSS = 'demo/profiles/gannet-lamproom-baryta.icc'
let engine: Engine
beforeAll(async () => {
  engine = createEngine(await instantiate())
})
const profile = (file: string) => new Uint8Array(readFileSync(file))
const paint = (width: number, height: number, at: (x: number, y: number) => Triple) =>
  Uint8Array.from({ length: width * height * 3 }, (_, i) => {
    const p = Math.floor(i / 3)
    return Math.round(at((p % width) / width, Math.floor(p / width) / height)[i % 3] as number)
  })
const measure = (rgb: Uint8Array, width: number, height: number, file = MATTE) =>
  analyse(engine, countColours(rgb, width, height), 'srgb', profile(file))

/** Soft middle tones that any of the demo's papers holds. */
const soft = paint(240, 160, (x, y) => [120 + 40 * x, 118 + 36 * y, 122 + 30 * x * y])
/** A ramp of ever brighter pure green, which no paper of the demo holds. */
const green = paint(40, 40, (x) => [0, 100 + 155 * x, 0])

describe('a picture wholly inside the gamut', () => {
  let m: Measures
  beforeAll(() => {
    m = measure(soft, 240, 160)
  })
  test('has nothing out of gamut, and relative without compensation moves nothing', () => {
    expect(m.outOfGamut.share).toBe(0)
    expect(renderingOf(m, 'relative', false)?.moved.p95).toBeLessThan(0.3)
  })
  test('perceptual moves it, so relative is recommended with that number', () => {
    expect(renderingOf(m, 'perceptual', true)?.moved.mean).toBeGreaterThan(1)
    expect(recommend(m).intent).toBe('relative')
  })
  test('the measures are as their schema says', () => expect(() => MeasuresSchema.parse(m)).not.toThrow())
})

describe('a saturated ramp that leaves the gamut', () => {
  let m: Measures
  beforeAll(() => {
    m = measure(green, 40, 40)
  })
  test('relative flattens it more than perceptual, and the recommendation follows', () => {
    const [relative, perceptual] = [renderingOf(m, 'relative', true), renderingOf(m, 'perceptual', true)]
    expect(m.outOfGamut.share).toBeGreaterThan(0.3)
    expect(relative?.flattened.all ?? 0).toBeGreaterThan(perceptual?.flattened.all ?? 1)
    expect(relative?.kept ?? 1).toBeLessThan(perceptual?.kept ?? 0)
    expect(recommend(m).intent).toBe('perceptual')
    expect(recommend(m).says).toMatch(/\d/)
  })
  test('its colours all lie in the green sectors of the hue circle', () => {
    const greenShare = m.sectors.filter((s) => s.hue >= 90 && s.hue < 180).reduce((sum, s) => sum + s.share, 0)
    expect(greenShare).toBeGreaterThan(0.95 * m.sectors.reduce((sum, s) => sum + s.share, 0))
  })
})

test('gloss holds more than matte of the same picture', () => {
  const wide = paint(200, 200, (x, y) => [255 * x, 255 * y, 128 + 127 * Math.sin(6 * x)])
  expect(measure(wide, 200, 200, GLOSS).outOfGamut.share).toBeLessThan(measure(wide, 200, 200, MATTE).outOfGamut.share)
})

test('a black-and-white picture is told apart, and perceptual keeps its gradients (common practice)', () => {
  const grey = paint(1000, 20, (x) => [255 * x, 255 * x, 255 * x])
  const m = measure(grey, 1000, 20)
  expect(m.kind).toBe('black-and-white')
  expect(recommend(m).intent).toBe('perceptual')
  // The ramp begins at black, which matte paper does not reach.
  expect(m.belowBlack).toBeGreaterThan(0.05)
})

test('line art is told from its few colours, what a person says goes before, and the house rule decides a tie', () => {
  const drawing = measure(
    paint(200, 200, (x) => (Math.floor(x * 40) % 8 === 0 ? [20, 30, 90] : [255, 255, 255])),
    200,
    200,
  )
  expect(drawing.kind).toBe('line-art')
  expect(recommend(drawing).says).toContain('line art')
  expect(recommend(drawing, { kind: 'photograph' }).says).not.toContain('line art')
  const photo = measure(soft, 240, 160)
  expect(photo.kind).toBe('photograph')
  const tied = {
    ...photo,
    renderings: photo.renderings.map((r) => ({ ...r, moved: { mean: 1, p95: 2 }, flattened: { ...r.flattened, all: 0 } })),
  }
  expect(recommend(tied, { house: 'perceptual' })).toMatchObject({ intent: 'perceptual', close: true })
  expect(recommend(tied, { house: houseIntent('by-surface', 'gloss') })).toMatchObject({ intent: 'relative', close: true })
})

test('tints next to white are counted as lost against the paper', () => {
  const light = measure(
    paint(256, 8, (x) => (x < 0.5 ? [254, 254, 254] : [200, 200, 200])),
    256,
    8,
  )
  expect(light.aboveWhiteStep).toBeCloseTo(0.5, 2)
})

test('the share out of gamut is what transicc says pixel by pixel, within a percent', () => {
  const [width, height] = [90, 60]
  const rgb = paint(width, height, (x, y) => [255 * x, 255 * y, 60 + 150 * x * y])
  const lines = Array.from({ length: width * height }, (_, i) => [...rgb.slice(i * 3, i * 3 + 3)].join(' ')).join('\n')
  const run = (args: string[], input: string) =>
    execFileSync('transicc', ['-n', ...args], {
      input: `${input}\n`,
      encoding: 'utf8',
      stdio: ['pipe', 'pipe', 'ignore'],
      maxBuffer: 1 << 26,
    })
      .trim()
      .split('\n')
      .map((line) => line.trim().split(/\s+/).map(Number))
  const text = (rows: number[][]) => rows.map((r) => r.join(' ')).join('\n')
  const wanted = run(['-i', '*sRGB', '-o', '*Lab', '-t', '1'], lines)
  const device = run(['-i', '*sRGB', '-o', MATTE, '-t', '1'], lines)
  const printed = run(['-i', MATTE, '-o', '*Lab', '-t', '1'], text(device))
  const beyond = wanted.filter((lab, i) => deltaE2000(lab as unknown as Triple, printed[i] as unknown as Triple) > 2).length / wanted.length
  expect(Math.abs(measure(rgb, width, height).outOfGamut.share - beyond)).toBeLessThan(0.01)
})
