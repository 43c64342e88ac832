import { noise, turbulence } from './noise.ts'

/** A painter gives encoded RGB in 0…1 for a place in the picture: x across 0…1, y down, in units of the width. */
export type Painter = (x: number, y: number) => [number, number, number]

const mix = (a: number, b: number, t: number) => a + (b - a) * Math.min(1, Math.max(0, t))
const blend = (a: readonly number[], b: readonly number[], t: number): [number, number, number] => [
  mix(a[0] as number, b[0] as number, t),
  mix(a[1] as number, b[1] as number, t),
  mix(a[2] as number, b[2] as number, t),
]
const smooth = (from: number, to: number, v: number) => {
  const t = Math.min(1, Math.max(0, (v - from) / (to - from)))
  return t * t * (3 - 2 * t)
}

/** Stepped rings of a signal lens, lit from behind in one saturated colour. */
export const lens =
  (deep: readonly number[], bright: readonly number[], height: number): Painter =>
  (x, y) => {
    const [cx, cy] = [0.5, height / 2]
    const r = Math.hypot(x - cx, y - cy) / (height * 0.52)
    const angle = Math.atan2(y - cy, x - cx)
    const step = r * 13
    const facet = step - Math.floor(step)
    const glow = Math.exp(-r * r * 2.4)
    const prism = 0.55 + 0.45 * facet ** 1.6 * (0.8 + 0.2 * Math.cos(angle * 24 + Math.floor(step)))
    const base = blend(deep, bright, glow * prism * 1.25)
    const core = blend(base, [1, 0.98, 0.94], smooth(0.16, 0.02, r))
    // Within the lens there is no brass.
    if (r <= 1) return core
    const brass = blend(
      [0.1, 0.075, 0.045],
      [0.62, 0.5, 0.26],
      Math.abs(Math.sin(angle * 3 + x * 9)) ** 3 * 0.6 + 0.2 * noise(x * 400, y * 30, 5),
    )
    return blend(core, brass, smooth(1.0, 1.02, r) * (1 - smooth(1.13, 1.15, r)) + smooth(1.15, 1.16, r) * 0.12)
  }

/** Fog over a breakwater: near-white steps that must not merge into the paper. */
export const fog: Painter = (x, y) => {
  const horizon = 0.36 + 0.004 * Math.sin(x * 30)
  const bank = turbulence(x * 3.4, y * 8, 11, 5)
  const light = 0.985 - 0.16 * bank - 0.1 * smooth(0.1, 0.6, y)
  const ghost =
    smooth(0.012, 0, Math.abs(x - 0.63) - 0.008 * smooth(0.1, 0.36, y)) * smooth(0.14, 0.16, y) * (1 - smooth(horizon - 0.004, horizon, y))
  const sea = smooth(horizon, horizon + 0.02, y) * (0.05 + 0.07 * noise(x * 60, y * 300, 3))
  const v = light - ghost * 0.19 - sea
  return [v * 0.995, v, v * 1.004]
}

/** A running sea in black and white: full tone scale with near-black detail. */
export const seaState: Painter = (x, y) => {
  const depth = smooth(0.12, 0.66, y)
  const swell = Math.sin(x * 16 + 5 * turbulence(x * 3, y * 9, 21, 4) + y * 46 * (1 - depth * 0.5))
  const sky = 0.72 - 0.4 * turbulence(x * 2.2, y * 5, 41, 5)
  const below = smooth(0.2, 0.215, y + 0.004 * Math.sin(x * 40))
  if (below === 0) return [sky, sky, sky]
  const foam = turbulence(x * 26, y * 60 * (1.2 - depth * 0.8), 31, 5) ** 5 * 7 * smooth(0.2, 1, swell)
  const water = 0.03 + 0.26 * (swell * 0.5 + 0.5) * (1 - depth * 0.4) + foam * 0.8
  const v = mix(sky, water, below)
  return [v, v, v]
}

/** A long coast at dusk, three to one. */
export const coast: Painter = (x, y) => {
  const height = 1 / 3
  const cliff = height * (0.5 - 0.2 * turbulence(x * 5, 2, 51, 5) + 0.07 * Math.sin(x * 7))
  const sky = () =>
    blend([0.16, 0.2, 0.42], [0.99, 0.72, 0.46], smooth(0, height * 0.52, y) * (0.85 + 0.3 * turbulence(x * 4, y * 16, 61, 4)))
  const rock = () => blend([0.09, 0.08, 0.1], [0.5, 0.38, 0.28], turbulence(x * 60, y * 90, 71, 4) * smooth(height * 0.8, cliff, y) + 0.1)
  const sea = () => blend([0.03, 0.12, 0.22], [0.85, 0.6, 0.42], turbulence(x * 40, y * 240, 81, 3) ** 3 * 1.4)
  const shore = height * (0.7 + 0.02 * Math.sin(x * 23) + 0.03 * noise(x * 9, 1, 91))
  const lamp = Math.exp(-(((x - 0.72) ** 2 + (y - cliff - 0.004) ** 2) / 0.00002))
  const land = y > cliff ? rock : sky
  return blend(y > shore ? sea() : land(), [1, 0.96, 0.8], lamp)
}

/** The lamp room at night: most of it lies in the last steps above black. */
export const lampRoom: Painter = (x, y) => {
  const beam = Math.exp(-(((y - 0.47 + (x - 0.5) * 0.14) / (0.02 + Math.abs(x - 0.5) * 0.18)) ** 2))
  const pane = Math.min(Math.abs(((x * 7) % 1) - 0.5), Math.abs(((y * 6 + (Math.floor(x * 7) % 2) * 0.5) % 1) - 0.5))
  const frame = 1 - smooth(0.47, 0.485, 0.5 - pane + 0.47 - 0.0)
  const grain = noise(x * 900, y * 900, 7) * 0.012
  const night = blend([0.012, 0.014, 0.024], [0.06, 0.07, 0.12], turbulence(x * 5, y * 5, 17, 4))
  const lit = blend(night, [1, 0.86, 0.5], beam * (0.25 + 0.75 * Math.exp(-((x - 0.5) ** 2) / 0.02)))
  return blend(lit, [0.02 + grain, 0.018 + grain, 0.016 + grain], frame * 0.7)
}

/** A souvenir view: tower, sea and flags in everyday colours. */
export const keepsake: Painter = (x, y) => {
  const height = 2 / 3
  const sky = () =>
    blend([0.25, 0.5, 0.82], [0.86, 0.92, 0.96], smooth(0, height * 0.62, y) + 0.25 * turbulence(x * 4, y * 9, 101, 5) - 0.1)
  const sea = () => blend([0.05, 0.3, 0.42], [0.5, 0.78, 0.8], turbulence(x * 30, y * 120, 111, 4) * 0.9)
  const hill = height * (0.66 + 0.05 * Math.sin(x * 5 + 1) - 0.1 * Math.exp(-((x - 0.3) ** 2) / 0.03))
  const grass = () => blend([0.18, 0.34, 0.13], [0.52, 0.62, 0.24], turbulence(x * 50, y * 80, 121, 4))
  const half = 0.028 + 0.02 * smooth(0.1, 0.4, y)
  const tower = Math.abs(x - 0.3) < half && y > 0.13 && y < hill + 0.02
  const stripe = Math.floor(y * 15) % 2 === 0 ? [0.8, 0.1, 0.09] : [0.96, 0.95, 0.92]
  const shade = 0.55 + 0.45 * Math.sqrt(Math.max(0, 1 - ((x - 0.3 + half * 0.3) / half) ** 2))
  if (tower) return [(stripe[0] ?? 0) * shade, (stripe[1] ?? 0) * shade, (stripe[2] ?? 0) * shade]
  return y > height * 0.76 ? sea() : y > hill ? grass() : sky()
}
