import { cellOf } from './gamut-distances.ts'

/** Stripes across a picture's width: as many are still stripes when it is shown at a quarter of its size. */
const STRIPES = 60
/** Least distance of two stripes, pixels, and the share of it that is drawn. */
const LEAST_PERIOD = 8
const DRAWN = 0.22

/** Distance of two stripes and how much of it is drawn, in pixels of a picture so many wide. */
export function stripesAcross(width: number): { period: number; drawn: number } {
  const period = Math.max(LEAST_PERIOD, Math.round(width / STRIPES))
  return { period, drawn: Math.max(2, Math.round(period * DRAWN)) }
}

/** What is hatched. */
export interface HatchWish {
  /** ΔE2000 in tenths by the cell of a colour, from gamutDistances. */
  distances: Uint8Array
  /** ΔE2000 from which a colour is marked. */
  threshold: number
}

/**
 * Lays oblique lines over the RGBA pixels of a proof whose colour cannot be printed: light ones on dark, dark ones on
 * light, so that they show on any picture without a hue of their own.
 * @param source the picture's own RGBA, by which the colour is looked up
 */
export function hatchOutOfGamut(
  proof: Uint8ClampedArray,
  source: Uint8ClampedArray,
  width: number,
  { distances, threshold }: HatchWish,
): void {
  const limit = threshold * 10
  const { period, drawn } = stripesAcross(width)
  for (let i = 0, n = 0; i < source.length; i += 4, n++) {
    if (((n % width) + Math.floor(n / width)) % period >= drawn) continue
    if ((distances[cellOf(source[i] as number, source[i + 1] as number, source[i + 2] as number)] as number) <= limit) continue
    const light = (proof[i] as number) + 2 * (proof[i + 1] as number) + (proof[i + 2] as number) > 512
    proof[i] = proof[i + 1] = proof[i + 2] = light ? 40 : 215
  }
}
