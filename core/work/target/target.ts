import { mm, type Um } from '../../things/length/length.ts'

/** Steps that are read at the two ends of the scale. */
export const DARK_STEPS = Array.from({ length: 13 }, (_, i) => i)
export const LIGHT_STEPS = Array.from({ length: 11 }, (_, i) => 245 + i)

type Rgb = readonly [number, number, number]

/** Part of the target, µm from its left top corner; colours are sRGB. */
export type TargetMark =
  | { kind: 'patch'; x: Um; y: Um; w: Um; h: Um; rgb: Rgb }
  | { kind: 'line'; x1: Um; y1: Um; x2: Um; y2: Um; width: Um }
  | { kind: 'text'; x: Um; y: Um; size: Um; words: string; rgb: Rgb }

/** The target's own size: it fits on A5 with a margin, and on anything larger. */
export const TARGET = { w: mm(128), h: mm(159) } as const

const grey = (v: number): Rgb => [v, v, v]
const INK = grey(0)
const RAMPS: readonly [string, Rgb][] = [
  ['red', [255, 0, 0]],
  ['yellow', [255, 255, 0]],
  ['green', [0, 255, 0]],
  ['cyan', [0, 255, 255]],
  ['blue', [0, 0, 255]],
  ['magenta', [255, 0, 255]],
]
/** Colours that inks find hard: deep blues, violets, fluorescent pinks, bright greens (common practice). */
const HARD: readonly Rgb[] = [
  [0, 0, 130],
  [20, 0, 255],
  [60, 60, 255],
  [75, 0, 170],
  [120, 0, 255],
  [160, 60, 255],
  [255, 0, 140],
  [255, 60, 190],
  [255, 110, 220],
  [0, 255, 60],
  [90, 255, 0],
  [0, 200, 110],
]
/** From very light to very dark skin; common practice, no one's skin. */
const SKIN: readonly Rgb[] = [
  [255, 224, 205],
  [244, 203, 178],
  [229, 180, 149],
  [208, 153, 119],
  [184, 126, 93],
  [154, 98, 70],
  [121, 74, 53],
  [89, 54, 41],
  [60, 37, 30],
]
/** Widths of the hairlines, µm. */
const HAIRS: readonly Um[] = [50, 80, 120, 180, 250, 350]
/** Heights of the letters, points. */
const LETTERS = [4, 5, 6, 8, 10]
const STEPS = 16

/** The target as marks: near-black and near-white steps, greys, saturated ramps, hard colours, skins, hairlines, small words. */
export function drawTarget(): TargetMark[] {
  const marks: TargetMark[] = []
  const patch = (x: Um, y: Um, w: Um, h: Um, rgb: Rgb) => marks.push({ kind: 'patch', x, y, w, h, rgb })
  const text = (x: Um, y: Um, words: string, size: Um = mm(2.4), rgb: Rgb = INK) => marks.push({ kind: 'text', x, y, size, words, rgb })
  const { w } = TARGET
  let y = mm(4)
  text(0, y, 'Tone and colour target. Print it as you print pictures, then read it under even light.', mm(2.6))
  y += mm(3)
  const row = (title: string, height: Um, draw: (top: Um) => void) => {
    text(0, y + mm(2.6), title)
    draw(y + mm(3.6))
    y += height + mm(5.4)
  }
  row('Near black, 0 to 12 on black: which is the first you can tell from the ground?', mm(13), (top) => {
    patch(0, top, w, mm(13), grey(0))
    const each = w / DARK_STEPS.length
    for (const [i, v] of DARK_STEPS.entries()) {
      patch(i * each + mm(1), top + mm(1.5), each - mm(2), mm(6.5), grey(v))
      text(i * each + mm(3), top + mm(11.4), String(v), mm(2.4), grey(150))
    }
  })
  row('Near white, 245 to 255 on bare paper: which is the last you can see?', mm(11), (top) => {
    const each = w / LIGHT_STEPS.length
    for (const [i, v] of LIGHT_STEPS.entries()) {
      patch(i * each + mm(1), top, each - mm(2), mm(7.5), grey(v))
      text(i * each + mm(3), top + mm(10.6), String(v))
    }
  })
  row('Greys in 21 steps, and without steps', mm(13), (top) => {
    const each = w / 21
    for (let i = 0; i < 21; i++) patch(i * each, top, each, mm(6), grey(Math.round((255 * i) / 20)))
    for (let i = 0; i < 256; i++) patch((i * w) / 256, top + mm(6.6), w / 256 + 1, mm(6), grey(i))
  })
  row('Colours to white and to black', RAMPS.length * mm(5), (top) => {
    for (const [r, [, full]] of RAMPS.entries())
      for (let i = 0; i < 2 * STEPS; i++) {
        const to = i < STEPS ? 255 : 0
        const t = i < STEPS ? i / (STEPS - 1) : 1 - (i - STEPS + 1) / STEPS
        const rgb = full.map((v) => Math.round(to + t * (v - to))) as unknown as Rgb
        patch((i * w) / (2 * STEPS), top + r * mm(5), w / (2 * STEPS) + 1, mm(4.6), rgb)
      }
  })
  row('Hard to print: blues, violets, pinks, greens', mm(9), (top) => {
    for (const [i, rgb] of HARD.entries()) patch((i * w) / HARD.length, top, w / HARD.length - mm(0.8), mm(9), rgb)
  })
  row('The range of skins', mm(9), (top) => {
    for (const [i, rgb] of SKIN.entries()) patch((i * w) / SKIN.length, top, w / SKIN.length - mm(0.8), mm(9), rgb)
  })
  row('Hairlines of 0.05, 0.08, 0.12, 0.18, 0.25, 0.35 mm', mm(11), (top) => {
    const each = w / HAIRS.length
    for (const [i, width] of HAIRS.entries()) {
      const x = i * each
      for (let n = 0; n < 4; n++) {
        marks.push({ kind: 'line', x1: x + n * mm(1.6), y1: top, x2: x + n * mm(1.6), y2: top + mm(10), width })
        marks.push({ kind: 'line', x1: x + mm(8), y1: top + n * mm(1.6), x2: x + each - mm(2), y2: top + n * mm(1.6), width })
        marks.push({ kind: 'line', x1: x + mm(8) + n * mm(1.8), y1: top + mm(10), x2: x + mm(10) + n * mm(1.8), y2: top + mm(6.4), width })
      }
    }
  })
  row('Letters of 4, 5, 6, 8 and 10 points, dark on light and light on dark', mm(14), (top) => {
    patch(0, top + mm(7.4), w, mm(6.6), grey(0))
    let x = mm(1)
    for (const points of LETTERS) {
      const size = (points * 25_400) / 72
      text(x, top + mm(5), 'Lantern', size)
      text(x, top + mm(12), 'Wharf', size, grey(255))
      x += size * 4.4 + mm(3)
    }
  })
  return marks
}
