import type { Intent } from '../../things/media/intent.ts'
import type { Triple } from '../cie.ts'
import type { Engine } from '../engine/engine.ts'
import { deviceToLab, labAt } from '../profile/to-lab.ts'

/** Points along each edge of the device cube: 25 gives a volume within a few thousandths of the limit. */
const EDGE = 25

/** The skin of what a printer can print on a paper: a closed mesh in Lab. */
export interface GamutSurface {
  points: Triple[]
  /** Corners of each triangle, all turning the same way seen from outside. */
  triangles: [number, number, number][]
}

/**
 * The six faces of the RGB device cube as they print. For a printer driven by RGB the faces are the skin of its gamut:
 * every colour inside is a mixture of less extreme inks.
 */
export function gamutSurface(engine: Engine, profile: Uint8Array, intent: Intent = 'absolute'): GamutSurface {
  const device = new Uint16Array(6 * EDGE * EDGE * 3)
  const triangles: GamutSurface['triangles'] = []
  let point = 0
  for (let axis = 0; axis < 3; axis++)
    for (const end of [0, 1]) {
      const first = point
      for (let i = 0; i < EDGE; i++)
        for (let j = 0; j < EDGE; j++) {
          device[point * 3 + axis] = end * 65_535
          device[point * 3 + ((axis + 1) % 3)] = Math.round((i * 65_535) / (EDGE - 1))
          device[point * 3 + ((axis + 2) % 3)] = Math.round((j * 65_535) / (EDGE - 1))
          point++
        }
      for (let i = 0; i + 1 < EDGE; i++)
        for (let j = 0; j + 1 < EDGE; j++) {
          const a = first + i * EDGE + j
          const [b, c, d] = [a + EDGE, a + EDGE + 1, a + 1]
          triangles.push(
            ...((end === 1
              ? [
                  [a, b, c],
                  [a, c, d],
                ]
              : [
                  [a, c, b],
                  [a, d, c],
                ]) as GamutSurface['triangles']),
          )
        }
    }
  const lab = deviceToLab(engine, profile, device, intent)
  return { points: Array.from({ length: point }, (_, n) => labAt(lab, n)), triangles }
}

/** Volume inside the mesh, cubic CIELAB units: the sum of signed tetrahedra to the origin (divergence theorem). */
export function gamutVolume({ points, triangles }: GamutSurface): number {
  let six = 0
  for (const [i, j, k] of triangles) {
    const [p, q, r] = [points[i], points[j], points[k]] as [Triple, Triple, Triple]
    six += p[0] * (q[1] * r[2] - q[2] * r[1]) + p[1] * (q[2] * r[0] - q[0] * r[2]) + p[2] * (q[0] * r[1] - q[1] * r[0])
  }
  return Math.abs(six) / 6
}

/** Where the mesh meets a plane of constant L*: pieces of the outline, each from one a*b* to another. */
export function gamutSlice({ points, triangles }: GamutSurface, lightness: number): [number, number, number, number][] {
  const pieces: [number, number, number, number][] = []
  for (const corners of triangles) {
    const hits: [number, number][] = []
    for (let e = 0; e < 3; e++) {
      const [p, q] = [points[corners[e] as number], points[corners[(e + 1) % 3] as number]] as [Triple, Triple]
      if (p[0] < lightness === q[0] < lightness) continue
      const t = (lightness - p[0]) / (q[0] - p[0])
      hits.push([p[1] + t * (q[1] - p[1]), p[2] + t * (q[2] - p[2])])
    }
    const [one, other] = hits
    if (one && other) pieces.push([...one, ...other])
  }
  return pieces
}

/** Hue directions of a silhouette. */
export const SILHOUETTE = 36

/** Greatest chroma the gamut reaches in each of 36 directions of hue at any lightness: its shadow on the a*b* plane. */
export function gamutSilhouette({ points }: GamutSurface): number[] {
  const reach = Array.from({ length: SILHOUETTE }, () => 0)
  for (const [, a, b] of points) {
    const turn = (Math.atan2(b, a) / (2 * Math.PI) + 1) % 1
    const sector = Math.round(turn * SILHOUETTE) % SILHOUETTE
    reach[sector] = Math.max(reach[sector] as number, Math.hypot(a, b))
  }
  return reach.map((r) => Number(r.toFixed(1)))
}
