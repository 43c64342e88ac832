import type { Um } from '../length/length.ts'
import type { Surface } from './media.ts'

/**
 * Bulk of a sheet, cm³/g, by surface: how thick a grammage comes out. Resin-coated photo papers are near 1, rag and other
 * uncoated art papers the loftiest. Common practice, from what sheets of each kind measure.
 */
const BULK: Record<Surface, number> = { gloss: 1.02, satin: 1.0, matte: 1.24, art: 1.42, canvas: 1.26, board: 1.35, plain: 1.22 }
/** How far a sheet may be off that, as a share: a caliper is needed to know better. */
export const CALIPER_SPREAD = 0.2

/** A caliper in both units people speak of: `0.419 mm (16.5 mil)`. */
export const writeCaliper = (um: Um): string => `${Number((um / 1000).toFixed(3))} mm (${(um / 25.4).toFixed(1)} mil)`

/** A caliper and one it is held against, in millimetres: to the hundredth, or to the thousandth where they would read the same. */
export function calipersApart(one: Um, other: Um): [string, string] {
  const write = (digits: number) => [one, other].map((um) => `${(um / 1000).toFixed(digits)} mm`) as [string, string]
  const coarse = write(2)
  return coarse[0] === coarse[1] && one !== other ? write(3) : coarse
}

/** Caliper a sheet of this grammage and surface is likely to have, µm, to the nearest 5. */
export const estimateCaliper = (surface: Surface, gramsPerSquareMetre: number): Um =>
  Math.max(5, Math.round((BULK[surface] * gramsPerSquareMetre) / 5) * 5)
