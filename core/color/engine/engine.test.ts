import { readdirSync, readFileSync } from 'node:fs'
import { instantiate } from 'lcms-wasm'
import { transicc } from '../../testing/transicc.ts'
import type { Intent } from '../../things/media/intent.ts'
import { deltaE2000, type Triple } from '../cie.ts'
import { applyGrid, gridNodes } from '../grid.ts'
import { differenceGrid, displayGrid, proofGrid } from '../proof.ts'
import { ColorError, createEngine, type Engine, type Source } from './engine.ts'

const FILE = 'demo/profiles/gannet-lamproom-baryta.icc'
const profile = new Uint8Array(readFileSync(FILE))
let engine: Engine
beforeAll(async () => {
  engine = createEngine(await instantiate())
})

const LABS: Triple[] = [
  [50, 0, 0],
  [90, -2, 10],
  [30, 20, -20],
  [60, 30, 30],
  [40, -25, 10],
  [75, 5, 40],
  [20, 0, 0],
  [96, 0, 0],
]
const INTENTS: [Intent, number][] = [
  ['perceptual', 0],
  ['relative', 1],
  ['saturation', 2],
  ['absolute', 3],
]

describe.each(INTENTS)('%s', (intent, number) => {
  test.each([false, true])('Lab to device agrees with transicc, compensation %s', (blackPoint) => {
    const t = engine.transform('lab', 'labFloat', profile, 'rgb16', intent, { blackPoint, precise: true })
    const ours = t.run(new Float32Array(LABS.flat()), LABS.length)
    t.free()
    const theirs = transicc({ from: '*Lab', to: FILE, intent: number, blackPoint: blackPoint }, LABS)
    LABS.forEach((_, i) => {
      for (let k = 0; k < 3; k++) expect(Math.abs((ours[i * 3 + k] as number) / 257 - (theirs[i]?.[k] ?? Number.NaN))).toBeLessThan(0.6)
    })
  })
})

describe.each(readdirSync('demo/profiles'))('%s against transicc (LittleCMS), colours anywhere', (name) => {
  const file = `demo/profiles/${name}`
  const bytes = new Uint8Array(readFileSync(file))
  let state = 7
  const random = () => {
    state = (state * 48_271) % 2_147_483_647
    return state / 2_147_483_647
  }
  const labs = Array.from({ length: 80 }, (): Triple => [5 + 93 * random(), -90 + 180 * random(), -90 + 180 * random()])
  const devices = Array.from({ length: 80 }, (): Triple => [0, 1, 2].map(() => Math.floor(256 * random())) as unknown as Triple)
  const at = (lab: ArrayLike<number>, i: number): Triple => [lab[i * 3] as number, lab[i * 3 + 1] as number, lab[i * 3 + 2] as number]
  const both = INTENTS.flatMap(([intent, n]) => [false, true].map((blackPoint) => [intent, n, blackPoint] as const))

  test.each(both)('%s (%i), compensation %s: greatest ΔE2000 under 0.01 either way', (intent, n, blackPoint) => {
    const run = (t: ReturnType<Engine['transform']>, data: Float32Array | Uint8Array | Uint16Array) => {
      const made = t.run(data, data.length / 3)
      t.free()
      return made
    }
    const options = { blackPoint, precise: true }
    const sent = run(engine.transform('lab', 'labFloat', bytes, 'rgb16', intent, options), new Float32Array(labs.flat())) as Uint16Array
    const theirs = Uint16Array.from(transicc({ from: '*Lab', to: file, intent: n, blackPoint: blackPoint }, labs).flat(), (v) =>
      Math.round(v * 257),
    )
    // Two recipes are compared by what they print, which is what is seen.
    const print = (data: Uint16Array) => run(engine.transform(bytes, 'rgb16', 'lab', 'labFloat', 'relative', { precise: true }), data)
    const [a, b] = [print(sent), print(theirs)]
    expect(Math.max(...labs.map((_, i) => deltaE2000(at(a, i), at(b, i))))).toBeLessThan(0.01)
    const ours = run(engine.transform(bytes, 'rgb8', 'lab', 'labFloat', intent, options), new Uint8Array(devices.flat()))
    const read = transicc({ from: file, to: '*Lab', intent: n, blackPoint: blackPoint }, devices)
    expect(Math.max(...devices.map((_, i) => deltaE2000(at(ours, i), read[i] as unknown as Triple)))).toBeLessThan(0.01)
  })
})

test('device to Lab agrees with transicc to 0.1 ΔE2000, relative and absolute', () => {
  const devices = [
    [0, 0, 0],
    [255, 255, 255],
    [128, 128, 128],
    [200, 40, 40],
    [20, 90, 160],
    [250, 220, 30],
  ]
  for (const [intent, number] of [
    ['relative', 1],
    ['absolute', 3],
  ] as const) {
    const t = engine.transform(profile, 'rgb8', 'lab', 'labFloat', intent, { precise: true })
    const ours = t.run(new Uint8Array(devices.flat()), devices.length)
    t.free()
    const theirs = transicc({ from: FILE, to: '*Lab', intent: number, blackPoint: false }, devices)
    devices.forEach((_, i) => {
      const [l, a, b] = [ours[i * 3], ours[i * 3 + 1], ours[i * 3 + 2]] as [number, number, number]
      expect(deltaE2000([l, a, b], theirs[i] as unknown as Triple)).toBeLessThan(0.1)
    })
  }
})

test('a file that is not a profile is refused, not crashed on', () => {
  expect(() => engine.transform(new Uint8Array(200), 'rgb8', 'srgb', 'rgb8', 'relative')).toThrow(ColorError)
  expect(() => engine.transform('srgb', 'rgb8', profile.slice(0, 400), 'rgb8', 'relative')).toThrow(ColorError)
})

test('the grid stands in for the engine to within two levels on smooth colours', () => {
  const settings = { source: 'srgb' as const, printer: profile, intent: 'perceptual' as const, blackPoint: true }
  const grid = proofGrid(engine, settings, displayGrid(engine, profile, false))
  const pixels = new Uint8ClampedArray(400 * 4).map((_, i) => (i % 4 === 3 ? 255 : ((i * 37) % 200) + 30))
  const out = new Uint8ClampedArray(pixels.length)
  applyGrid(grid, pixels, out)
  const rgb = new Uint8Array(400 * 3)
  for (let i = 0; i < 400; i++) for (let k = 0; k < 3; k++) rgb[i * 3 + k] = pixels[i * 4 + k] as number
  const toPrinter = engine.transform('srgb', 'rgb8', profile, 'rgb16', 'perceptual', { blackPoint: true, precise: true })
  const toDisplay = engine.transform(profile, 'rgb16', 'srgb', 'rgb8', 'relative', { blackPoint: true, precise: true })
  const exact = toDisplay.run(toPrinter.run(rgb, 400), 400)
  const errors = Array.from(exact, (v, n) => Math.abs(v - (out[Math.floor(n / 3) * 4 + (n % 3)] as number)))
  expect(errors.reduce((a, b) => a + b, 0) / errors.length).toBeLessThan(2)
})

test('an identity grid leaves every pixel as it is', () => {
  const size = 17
  const pixels = new Uint8ClampedArray(Array.from({ length: 4000 }, (_, i) => (i * 7919) % 256))
  const out = new Uint8ClampedArray(pixels.length)
  applyGrid({ size, values: gridNodes(size) }, pixels, out)
  for (let i = 0; i < pixels.length; i++) expect(Math.abs((out[i] as number) - (pixels[i] as number))).toBeLessThanOrEqual(1)
})

test('the demo profiles have a table for every intent', () => {
  const [p, r] = (['perceptual', 'relative'] as const).map((intent) =>
    proofGrid(engine, { source: 'srgb', printer: profile, intent, blackPoint: false }, displayGrid(engine, profile, false)),
  )
  expect(Buffer.compare(Buffer.from(p?.values ?? []), Buffer.from(r?.values ?? []))).not.toBe(0)
})

test('however many profiles have been opened, each still converts as it did alone', async () => {
  const files = readdirSync('demo/profiles').map((name) => new Uint8Array(readFileSync(`demo/profiles/${name}`)))
  const blue = new Uint8Array([30, 20, 200])
  const convert = (e: Engine, from: Source, to: Source) => {
    const t = e.transform(from, 'rgb8', to, 'rgb8', 'relative', { precise: true })
    const made = [...t.run(blue, 1)]
    t.free()
    return made
  }
  const first = files[0] as Uint8Array
  for (const file of [...files, ...files]) {
    const alone = createEngine(await instantiate())
    expect(convert(engine, first, file)).toEqual(convert(alone, first, file))
    expect(convert(engine, file, 'srgb')).toEqual(convert(alone, file, 'srgb'))
  }
})

test('a map of differences is white where the print holds, dark where it misses', () => {
  const grid = differenceGrid(engine, { source: 'srgb', printer: profile, intent: 'relative', blackPoint: false })
  const pixels = new Uint8ClampedArray([150, 140, 130, 255, 0, 0, 255, 255])
  applyGrid(grid, pixels, pixels)
  expect(pixels[0]).toBeGreaterThan(225)
  expect(pixels[4]).toBeLessThan(120)
})
