import { readFileSync } from 'node:fs'
import { instantiate } from 'lcms-wasm'
import { transicc, transiccTriples } from '../../testing/transicc.ts'
import { houseIntent } from '../../things/studio/house-intent.ts'
import { deltaE2000, type Triple } from '../cie.ts'
import { countColours } from '../count/colour-count.ts'
import { createEngine, type Engine } from '../engine/engine.ts'
import { analyse } from './analyse.ts'
import { type Measures, MeasuresSchema } from './measures.ts'
import { differenceBetween, recommend, renderingOf } from './recommend.ts'

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
    differences: photo.differences.map((d) => ({ ...d, mean: 0.4, p95: 0.9, visible: 0.02 })),
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
  const { wanted, nearest } = directly(rgb, MATTE)
  expect(Math.abs(measure(rgb, width, height).outOfGamut.share - shareOver({ wanted, nearest }, 2))).toBeLessThan(0.01)
})

/** Lab of every pixel, wanted and as each intent prints it, by Debian's transicc (LittleCMS), pixel by pixel. */
function directly(rgb: Uint8Array, file: string) {
  const pixels = Array.from({ length: rgb.length / 3 }, (_, i) => rgb.subarray(i * 3, i * 3 + 3))
  const printed = (intent: number, blackPoint = true) =>
    transiccTriples({ from: file, to: '*Lab', intent: 1 }, transicc({ from: '*sRGB', to: file, intent, blackPoint }, pixels))
  return {
    wanted: transiccTriples({ from: '*sRGB', to: '*Lab', intent: 1 }, pixels),
    nearest: printed(1, false),
    relative: printed(1),
    perceptual: printed(0),
  }
}

/** A ramp leaving the gamut in orange, one deep in blue, a sky that is nearly neutral, a night, soft tones, everything at once. */
const PICTURES: Record<string, (x: number, y: number) => Triple> = {
  orange: (x) => [255, 40 + 160 * (1 - x), 200 * (1 - x) ** 2],
  blue: (x, y) => [30 * y, 40 * (1 - x), 90 + 165 * x],
  sky: (x, y) => [205 + 30 * x, 212 + 26 * x, 222 + 22 * x - 6 * y],
  night: (x, y) => [6 + 26 * x * y, 8 + 24 * x, 14 + 40 * x],
  soft: (x, y) => [120 + 40 * x, 118 + 36 * y, 122 + 30 * x * y],
  wheel: (x, y) => [255 * x, 255 * y, 128 + 127 * Math.sin(6 * x)],
  grey: (x) => [255 * x, 255 * x, 255 * x],
  skin: (x, y) => [180 + 60 * x, 130 + 60 * y, 105 + 50 * x * y],
  leaves: (x, y) => [40 + 60 * y, 90 + 120 * x, 30 + 30 * x * y],
  violet: (x, y) => [90 + 120 * x, 20 + 30 * y, 150 + 100 * x],
  fog: (x, y) => [226 + 18 * x, 228 + 16 * x, 229 + 14 * y],
  signal: (x, y) => [255 - 60 * y, 20 * x, 30 * (1 - x)],
}
const PAPERS = [MATTE, GLOSS, 'demo/profiles/heron-harbour-lustre.icc']

describe.each(PAPERS)('on %s, held against every pixel converted by transicc', (file) => {
  test.each(Object.keys(PICTURES))(
    '%s: the difference of the two prints, the share out of gamut, what flattens, and the sentence',
    (name) => {
      const [width, height] = [250, 6]
      const rgb = paint(width, height, PICTURES[name] as (x: number, y: number) => Triple)
      const m = measure(rgb, width, height, file)
      const direct = directly(rgb, file)
      const apart = direct.relative.map((lab, i) => deltaE2000(lab, direct.perceptual[i] as Triple))
      const mean = apart.reduce((a, b) => a + b, 0) / apart.length
      const p95 = [...apart].sort((a, b) => a - b)[Math.ceil(0.95 * apart.length) - 1] as number
      const [relative, perceptual] = [renderingOf(m, 'relative', true), renderingOf(m, 'perceptual', true)]
      if (!relative || !perceptual) throw new Error('not measured')
      const said = differenceBetween(m, relative, perceptual)
      expect(Math.abs(said.mean - mean)).toBeLessThan(0.2)
      expect(Math.abs(said.p95 - p95)).toBeLessThan(0.35)
      expect(Math.abs(m.outOfGamut.share - shareOver(direct, 2))).toBeLessThan(0.05)
      // The sentence is true of the pixels.
      const { says, close } = recommend(m)
      if (m.kind === 'photograph') expect(/No visible difference/.test(says)).toBe(close)
      if (close) expect([name, mean < 0.6, p95 < 1.2]).toEqual([name, true, true])
      for (const intent of ['relative', 'perceptual'] as const) {
        const flattened = intent === 'relative' ? relative.flattened.all : perceptual.flattened.all
        expect([name, intent, Math.abs(flattened - flat(direct.wanted, direct[intent], width, height)) < 0.05]).toEqual([
          name,
          intent,
          true,
        ])
      }
    },
  )
})

/** Share of pixels whose nearest print without compensation is visibly away. */
function shareOver({ wanted, nearest }: Pick<ReturnType<typeof directly>, 'wanted' | 'nearest'>, limit: number): number {
  return wanted.filter((lab, i) => deltaE2000(lab, nearest[i] as Triple) > limit).length / wanted.length
}

/** Of pixels at the four distances across the picture and down it: how many differ visibly and keep less than half of that. */
function flat(wanted: readonly Triple[], printed: readonly Triple[], width: number, height: number): number {
  let [seen, lost] = [0, 0]
  for (const apart of [1, 4, 16, 64])
    for (const [dx, dy] of [
      [Math.min(apart, width - 1), 0],
      [0, apart],
    ] as const) {
      // A picture too low for a distance is only looked at across.
      if (dy >= height) continue
      for (let y = 0; y + dy < height; y++)
        for (let x = 0; x + dx < width; x++) {
          const [a, b] = [y * width + x, (y + dy) * width + x + dx]
          const weight = (apart < height ? 0.5 : 1) / ((width - dx) * (height - dy))
          const before = deltaE2000(wanted[a] as Triple, wanted[b] as Triple)
          seen += weight / 4
          if (before >= 1 && before <= 25 && deltaE2000(printed[a] as Triple, printed[b] as Triple) / before < 0.5) lost += weight / 4
        }
    }
  return lost / seen
}

test('a smooth ramp of a thousand pixels counts as a ramp: what leaves the gamut flattens, whatever lies between two neighbours', () => {
  const ramp = measure(
    paint(1000, 4, (x) => [0, 100 + 155 * x, 0]),
    1000,
    4,
  )
  const relative = renderingOf(ramp, 'relative', true)
  expect(relative?.kept).toBeLessThan(0.9)
  expect(relative?.flattened.all).toBeGreaterThan(0.05)
})

test('hard edges are no gradations: what lies further apart than 25 ΔE is not counted as one that is kept or flattened', () => {
  // Stripes of colours far apart, in and out of gamut; not one pair of neighbours is close.
  const stripes = paint(400, 40, (x) => (Math.floor(x * 40) % 2 === 0 ? [0, 255, 0] : [255, 40, 255]))
  const m = measure(stripes, 400, 40)
  expect(m.outOfGamut.share).toBeGreaterThan(0.4)
  for (const r of m.renderings) expect([r.kept, r.flattened.all]).toEqual([1, 0])
})

test('the share below the paper’s black is that of the pixels darker than it by half a step and more', () => {
  const black = measure(soft, 240, 160).blackL
  // Grey levels of sRGB by their L* (IEC 61966-2-1 and CIE 15): y = L* to linear, then to the level.
  const lightness = (level: number) => {
    const v = level / 255
    const y = v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4
    return y > 0.008856 ? 116 * Math.cbrt(y) - 16 : 903.3 * y
  }
  const level = (from: number, to: number) => {
    const found = Array.from({ length: 100 }, (_, l) => l).find((l) => lightness(l) > black + from && lightness(l) < black + to)
    if (found === undefined) throw new Error('no such level')
    return found
  }
  // A third of the picture is this dark, the rest is a middle grey.
  const share = (dark: number) =>
    measure(
      paint(90, 9, (x) => (x < 0.33 ? [dark, dark, dark] : [128, 128, 128])),
      90,
      9,
    ).belowBlack
  expect([share(level(-0.48, -0.02)), share(level(0.02, 0.48)), share(level(-1.2, -0.55))]).toEqual([0, 0, expect.closeTo(1 / 3, 2)])
})
