/** Smooth value noise in [0, 1], the same at every run. */
const hash = (x: number, y: number, seed: number): number => {
  let h = Math.imul(x, 374761393) ^ Math.imul(y, 668265263) ^ Math.imul(seed, 1274126177)
  h = Math.imul(h ^ (h >>> 13), 1274126177)
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296
}

const ease = (t: number) => t * t * (3 - 2 * t)

export function noise(x: number, y: number, seed: number): number {
  const [ix, iy] = [Math.floor(x), Math.floor(y)]
  const [fx, fy] = [ease(x - ix), ease(y - iy)]
  const top = hash(ix, iy, seed) * (1 - fx) + hash(ix + 1, iy, seed) * fx
  const low = hash(ix, iy + 1, seed) * (1 - fx) + hash(ix + 1, iy + 1, seed) * fx
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
