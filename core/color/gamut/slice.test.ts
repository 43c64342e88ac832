import { readFileSync } from 'node:fs'
import { instantiate } from 'lcms-wasm'
import { transiccTriples } from '../../testing/transicc.ts'
import type { Triple } from '../cie.ts'
import type { ColourCount } from '../count/colour-count.ts'
import { createEngine } from '../engine/engine.ts'
import { createSlicer, type LightnessSlice } from './slice.ts'

const PROFILE = 'demo/profiles/gannet-lamproom-baryta.icc'

/** Greys of every lightness and one row of colours of nearly one lightness, each as common as its place says. */
const greys = Array.from({ length: 52 }, (_, i) => [5 * i, 5 * i, 5 * i])
const row = Array.from({ length: 450 }, (_, i) => [100 + (i % 30), 110 + Math.floor(i / 30), 160 - (i % 30)])
const colours = [...greys, ...row]
const counts = colours.map((_, i) => 3 + ((i * 7919) % 977))
const total = counts.reduce((a, b) => a + b, 0)
const picture: ColourCount = {
  total,
  colours: Uint8Array.from(colours.flat()),
  counts: Uint32Array.from(counts),
  pairs: new Uint8Array(0),
}

let slice: (lightness: number) => LightnessSlice
/** Lab of each colour by Debian's transicc (LittleCMS). */
let labs: Triple[]
beforeAll(async () => {
  slice = createSlicer(createEngine(await instantiate()), picture, 'srgb', new Uint8Array(readFileSync(PROFILE)))
  labs = transiccTriples({ from: '*sRGB', to: '*Lab', intent: 1 }, colours)
})

test.each([12, 30.5, 47, 93])('at L* %d the colours up to 6 away are shown, with their share of the picture', (lightness) => {
  const near = labs
    .map(([l, a, b], i) => ({ l, a, b, share: (counts[i] as number) / total }))
    .filter(({ l }) => Math.abs(l - lightness) <= 6)
    .sort((x, y) => y.share - x.share)
    .slice(0, 400)
  const shown = slice(lightness).colours
  expect([shown.length, near.length > 0]).toEqual([near.length, true])
  expect(shown.map((c) => c.share)).toEqual(near.map((c) => c.share))
  expect(Math.max(...shown.map((c, i) => Math.hypot(c.a - (near[i]?.a ?? 99), c.b - (near[i]?.b ?? 99))))).toBeLessThan(0.1)
})

test('of more than four hundred the commonest are shown', () => {
  const shown = slice(47).colours
  expect(labs.filter(([l]) => Math.abs(l - 47) <= 6).length).toBeGreaterThan(420)
  expect(shown).toHaveLength(400)
})

test('the outline is closed: each piece begins where one ends, grey lies within and a colour of chroma 150 without', () => {
  const { outline } = slice(55)
  const at = (a: number, b: number) => `${a.toFixed(3)} ${b.toFixed(3)}`
  const ends = new Map<string, number>()
  for (const [a, b, c, d] of outline) for (const end of [at(a, b), at(c, d)]) ends.set(end, (ends.get(end) ?? 0) + 1)
  expect([...ends.values()].filter((n) => n % 2 === 1)).toEqual([])
  /** Whether a ray to the right crosses it an odd number of times. */
  const within = (x: number, y: number) =>
    outline.filter(([a, b, c, d]) => b > y !== d > y && x < a + ((y - b) * (c - a)) / (d - b)).length % 2 === 1
  expect([within(0.13, 0.07), within(150, 0.07), within(-150, 0.07), within(0.13, 150)]).toEqual([true, false, false, false])
})
