import { deltaE2000, type Triple } from '../cie.ts'

/** A colour counts as out of gamut when its nearest print differs by more than this ΔE2000: a visible step side by side. */
const OUT_OF_GAMUT = 2

/**
 * ΔE2000 between each grid colour and its nearest print, in tenths, at most 255.
 * @param source Lab of the nodes, packed
 * @param printed Lab after going to the printer (relative colorimetric, no compensation) and back, packed
 */
export function gamutDistances(source: Float32Array, printed: Float32Array): Uint8Array {
  const out = new Uint8Array(source.length / 3)
  const at = (lab: Float32Array, i: number): Triple => [lab[i] as number, lab[i + 1] as number, lab[i + 2] as number]
  for (let n = 0, i = 0; n < out.length; n++, i += 3) out[n] = Math.min(255, Math.round(deltaE2000(at(source, i), at(printed, i)) * 10))
  return out
}

/** Share of RGBA pixels (0…1) whose nearest grid node lies out of gamut. */
export function shareOutOfGamut(rgba: Uint8ClampedArray | Uint8Array, distances: Uint8Array, size: number): number {
  const nearest = new Uint16Array(256)
  for (let v = 0; v < 256; v++) nearest[v] = Math.round((v * (size - 1)) / 255)
  let outside = 0
  for (let i = 0; i < rgba.length; i += 4) {
    const node =
      ((nearest[rgba[i] as number] as number) * size + (nearest[rgba[i + 1] as number] as number)) * size +
      (nearest[rgba[i + 2] as number] as number)
    if ((distances[node] as number) > OUT_OF_GAMUT * 10) outside++
  }
  return rgba.length === 0 ? 0 : outside / (rgba.length / 4)
}
