import { srgbToLab, type Triple } from '../../core/color/cie.ts'
import type { Grid } from '../../core/color/grid.ts'
import { printedLab } from '../color/inks.ts'
import { type InkOnPaper, inkModelFor } from '../color/paper-inks.ts'

const SIZE = 13
const STEPS = 10
const NUDGE = 0.004

type Print = (rgb: Triple) => Triple

/** Device RGB that prints nearest to this colour: Gauss–Newton from `start` with a numeric slope, kept within 0…1. */
function invert(print: Print, wanted: Triple, start: Triple): Triple {
  let rgb = [...start] as [number, number, number]
  let best = rgb
  let least = Number.POSITIVE_INFINITY
  for (let step = 0; step < STEPS; step++) {
    const here = print(rgb)
    const off = wanted.map((v, k) => v - (here[k] as number))
    const error = Math.hypot(...off)
    if (error < least) {
      least = error
      best = rgb
    }
    if (error < 0.3) break
    // Slope columns, and the damped normal equations solved by Cramer's rule.
    const columns = rgb.map((v, k) => {
      const side = v + NUDGE <= 1 ? NUDGE : -NUDGE
      const moved = print(rgb.map((w, i) => (i === k ? w + side : w)) as unknown as Triple)
      return moved.map((m, i) => (m - (here[i] as number)) / side) as unknown as Triple
    })
    const dot = (a: readonly number[], b: readonly number[]) => a.reduce((sum, v, i) => sum + v * (b[i] as number), 0)
    const m = columns.map((a, i) => columns.map((b, j) => dot(a, b) + (i === j ? 4 : 0)))
    const y = columns.map((a) => dot(a, off))
    const det = (t: number[][]) => {
      const [[a, b, c], [d, e, f], [g, h, i]] = t as [[number, number, number], [number, number, number], [number, number, number]]
      return a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g)
    }
    const whole = det(m)
    rgb = rgb.map((v, k) => {
      const swapped = m.map((row, r) => row.map((cell, c) => (c === k ? (y[r] as number) : cell)))
      return Math.min(1, Math.max(0, v + det(swapped) / whole))
    }) as [number, number, number]
  }
  return best
}

/**
 * The printer's own colour: from sRGB to its device numbers, for the media type it was told and that type's usual paper.
 * Lightness is fitted between paper white and the darkest ink; what lies outside goes near the nearest it can print.
 */
export function managedGrid(inks: InkOnPaper): Grid {
  const print = printedLab(inkModelFor({ ...inks, coating: inks.expects, white: [96, 0, -1] }))
  const [white, black] = [print([1, 1, 1]), print([0, 0, 0])]
  const values = new Uint8Array(SIZE ** 3 * 3)
  let at = 0
  for (let r = 0; r < SIZE; r++)
    for (let g = 0; g < SIZE; g++)
      for (let b = 0; b < SIZE; b++) {
        const rgb = [r, g, b].map((i) => i / (SIZE - 1)) as unknown as Triple
        const [l, ca, cb] = srgbToLab(rgb)
        const share = l / 100
        const wanted: Triple = [black[0] + (white[0] - black[0]) * share, ca + white[1] * share, cb + white[2] * share]
        for (const channel of invert(print, wanted, rgb)) values[at++] = Math.round(channel * 255)
      }
  return { size: SIZE, values }
}
