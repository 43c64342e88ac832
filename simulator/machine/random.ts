const { cos, imul, log, max, min, PI, sqrt } = Math

/** A seeded generator (mulberry32), so that a machine's luck can be repeated. Uniform in [0, 1). */
export function seeded(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = imul(t ^ (t >>> 15), t | 1)
    t ^= t + imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** Normal with mean 0 and deviation 1 (Box–Muller), cut off at ±3. */
export function normal(random: () => number): number {
  const value = sqrt(-2 * log(1 - random())) * cos(2 * PI * random())
  return max(-3, min(3, value))
}
