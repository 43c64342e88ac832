/** Smooth value noise in [0, 1], the same at every run. */
const hash = (x: number, y: number, seed: number): number => {
  let h = Math.imul(x, 374761393) ^ Math.imul(y, 668265263) ^ Math.imul(seed, 1274126177)
  h = Math.imul(h ^ (h >>> 13), 1274126177)
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296
}

const ease = (t: number) => t * t * (3 - 2 * t)

/** The last cell of the lattice that was looked at, by seed: the next pixel mostly lies in it too. */
const cells: { x: number; y: number; corners: readonly [number, number, number, number] }[] = []

function cornersOf(x: number, y: number, seed: number): readonly [number, number, number, number] {
  const last = cells[seed]
  if (last !== undefined && last.x === x && last.y === y) return last.corners
  const corners = [hash(x, y, seed), hash(x + 1, y, seed), hash(x, y + 1, seed), hash(x + 1, y + 1, seed)] as const
  cells[seed] = { x, y, corners }
  return corners
}

export function noise(x: number, y: number, seed: number): number {
  const ix = Math.floor(x)
  const iy = Math.floor(y)
  const fx = ease(x - ix)
  const fy = ease(y - iy)
  const corners = cornersOf(ix, iy, seed)
  const top = corners[0] * (1 - fx) + corners[1] * fx
  const low = corners[2] * (1 - fx) + corners[3] * fx
  return top * (1 - fy) + low * fy
}

/** Several octaves of noise, in [0, 1]. */
export function turbulence(x: number, y: number, seed: number, octaves: number): number {
  let sum = 0
  let weight = 0
  for (let o = 0, f = 1, a = 1; o < octaves; o++, f *= 2, a /= 2) {
    sum += a * noise(x * f, y * f, seed + o)
    weight += a
  }
  return sum / weight
}
