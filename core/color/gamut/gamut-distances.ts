import { deltaE2000, type Triple } from '../cie.ts'

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
