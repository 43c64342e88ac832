import { readFileSync } from 'node:fs'
import { differenceCiede2000 } from 'culori'
import { instantiate } from 'lcms-wasm'
import { transiccTriples } from '../../testing/transicc.ts'
import type { Triple } from '../cie.ts'
import { countColours } from '../count/colour-count.ts'
import { createEngine, type Engine } from '../engine/engine.ts'
import { analyse } from '../measure/analyse.ts'
import { VISIBLE } from '../measure/measures.ts'
import { gamutDistances } from './gamut-distances.ts'

const FILE = 'demo/profiles/gannet-saltmarsh-cotton.icc'
const profile = new Uint8Array(readFileSync(FILE))
let engine: Engine
beforeAll(async () => {
  engine = createEngine(await instantiate())
})

/** Dark colours below and above the paper’s black, and strong ones within and beyond what it prints. */
const COLOURS: Triple[] = [
  [0, 0, 0],
  [9, 14, 6],
  [27, 22, 35],
  [40, 41, 44],
  [128, 127, 129],
  [255, 255, 255],
  [200, 60, 50],
  [250, 40, 10],
  [12, 30, 250],
  [20, 240, 60],
  [90, 110, 60],
]
/** The place of a colour, four levels to a cell: red slowest, blue quickest. */
const place = ([r, g, b]: Triple) => Math.floor(r / 4) * 4096 + Math.floor(g / 4) * 64 + Math.floor(b / 4)
const opaque = (rgb: ArrayLike<number>) =>
  Uint8ClampedArray.from({ length: (rgb.length / 3) * 4 }, (_, i) => (i % 4 === 3 ? 255 : (rgb[Math.floor(i / 4) * 3 + (i % 4)] as number)))

test('each colour is as far from its nearest print as transicc and culori say, in tenths, the next higher; what the picture has not is not asked', () => {
  const wanted = transiccTriples({ from: '*sRGB', to: '*Lab', intent: 1 }, COLOURS)
  const sent = transiccTriples({ from: '*sRGB', to: FILE, intent: 1 }, COLOURS)
  const printed = transiccTriples({ from: FILE, to: '*Lab', intent: 1 }, sent)
  const lab = ([l, a, b]: Triple) => ({ mode: 'lab65' as const, l, a, b })
  const away = COLOURS.map((_, n) => differenceCiede2000()(lab(wanted[n] as Triple), lab(printed[n] as Triple)) * 10)
  const distances = gamutDistances(engine, 'srgb', profile, opaque(COLOURS.flat()))
  expect(distances).toHaveLength(64 ** 3)
  // The next higher tenth is half of one more on average.
  const offs = COLOURS.map((colour, n) => (distances[place(colour)] as number) - (away[n] as number))
  expect(Math.abs(offs.reduce((a, b) => a + b, 0) / offs.length - 0.5)).toBeLessThan(0.25)
  for (const [n, colour] of COLOURS.entries()) {
    const off = (distances[place(colour)] as number) - (away[n] as number)
    // transicc tells its numbers rounded: a tenth of a ΔE2000 or two.
    expect([colour, off > -2 && off < 3]).toEqual([colour, true])
  }
  expect(away.filter((v) => v > 30).length).toBeGreaterThan(3)
  expect(away.filter((v) => v < 20).length).toBeGreaterThan(2)
  const asked = new Set(COLOURS.map(place))
  expect(distances.every((v, at) => v === 0 || asked.has(at))).toBe(true)
})

test('what is hatched of a picture is what is counted as beyond the paper, whatever kind of picture', () => {
  for (const [darkest, step] of [
    [0, 1],
    [8, 3],
    [90, 7],
  ] as const) {
    // Greys and tints from the darkest upwards, so many of each as no other.
    const pixels = Uint8Array.from({ length: 3 * 4000 }, (_, i) =>
      Math.min(255, darkest + ((Math.floor(i / 3) * (1 + (i % 3))) % (17 * step))),
    )
    const count = countColours(pixels, 80, 50)
    const distances = gamutDistances(engine, 'srgb', profile, opaque(pixels))
    let beyond = 0
    for (let i = 0; i < pixels.length; i += 3)
      if ((distances[place([pixels[i] as number, pixels[i + 1] as number, pixels[i + 2] as number])] as number) > VISIBLE * 10) beyond++
    expect(Math.abs(beyond / 4000 - analyse(engine, count, 'srgb', profile).outOfGamut.share)).toBeLessThan(0.02)
  }
})

test('a picture that has the printer’s own profile is no further from its print than the tables are from each other', () => {
  const pixels = opaque([60, 90, 140, 128, 128, 128, 200, 180, 90, 90, 60, 60])
  const [own, other] = [profile, profile.slice()].map((source) => gamutDistances(engine, source, profile, pixels))
  expect(own).toEqual(other)
  expect(own?.every((tenths) => tenths < 20)).toBe(true)
})
