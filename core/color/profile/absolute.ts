import { labToXyz, type Triple, xyzToLab } from '../cie.ts'
import type { Tag } from '../icc/tables.ts'

const D50: Triple = [0.9642, 1, 0.8249]
const IDENTITY = [1, 0, 0, 0, 1, 0, 0, 0, 1]

const times = (m: readonly number[], [x, y, z]: Triple): Triple => {
  const row = (i: number) => (m[i] as number) * x + (m[i + 1] as number) * y + (m[i + 2] as number) * z
  return [row(0), row(3), row(6)]
}

function inverse(m: readonly number[]): number[] | null {
  const [a, b, c, d, e, f, g, h, i] = m as [number, number, number, number, number, number, number, number, number]
  const determinant = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g)
  if (!Number.isFinite(determinant) || Math.abs(determinant) < 1e-9) return null
  return [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ].map((v) => v / determinant)
}

function fixed(bytes: Uint8Array, tags: readonly Tag[], signature: string, count: number): number[] | null {
  const tag = tags.find((t) => t.signature === signature)
  if (!tag || tag.size < 8 + count * 4) return null
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  return Array.from({ length: count }, (_, i) => view.getInt32(tag.offset + 8 + i * 4) / 65_536)
}

/**
 * From Lab relative to the paper to Lab as an instrument reads it. ICC.1 (annex A) scales XYZ by the media white; a
 * profile may state in `arts` in which space its readings were really scaled, and is then undone by the same.
 */
export function toAbsolute(bytes: Uint8Array, tags: readonly Tag[]): (lab: Triple) => Triple {
  const white = fixed(bytes, tags, 'wtpt', 3) as unknown as Triple | null
  if (!white || white.some((v) => v <= 0)) return (lab) => lab
  const stated = fixed(bytes, tags, 'arts', 9)
  const back = stated && inverse(stated)
  const into = back ? stated : IDENTITY
  const [from, to] = [times(into, D50), times(into, white)]
  return (lab) => {
    const [x, y, z] = times(into, labToXyz(lab))
    const scaled: Triple = [(x * to[0]) / from[0], (y * to[1]) / from[1], (z * to[2]) / from[2]]
    return xyzToLab(back ? times(back, scaled) : scaled)
  }
}
