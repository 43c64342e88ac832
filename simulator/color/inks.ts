import { labToXyz, type Triple, xyzToLab } from '../../core/color/cie.ts'

/**
 * How one ink set looks on one paper: the eight Neugebauer primaries in Lab (D50, measured on the dry sheet) and how
 * dots spread. Device values are the RGB a driver takes, 0…1.
 */
export interface InkModel {
  white: Triple
  black: Triple
  cyan: Triple
  magenta: Triple
  yellow: Triple
  red: Triple
  green: Triple
  blue: Triple
  /** Optical dot gain as the Yule–Nielsen n, 1 (none) to about 4. */
  yuleNielsen: number
  /** Mechanical gain: exponent on the asked dot area; below 1 dots grow, above 1 they shrink. */
  spread: number
}

const PRIMARIES = ['white', 'cyan', 'magenta', 'blue', 'yellow', 'green', 'red', 'black'] as const

/**
 * Returns a function from device RGB to the Lab of the printed patch.
 * Source: cellular-free Neugebauer mixing with the Yule–Nielsen factor and Demichel dot areas (textbook form).
 */
export function printedLab(model: InkModel): (rgb: Triple) => Triple {
  const n = model.yuleNielsen
  const roots = PRIMARIES.map((name) => labToXyz(model[name]).map((v) => Math.max(v, 1e-5) ** (1 / n)))
  return (rgb) => {
    const [c, m, y] = rgb.map((v) => (1 - Math.min(1, Math.max(0, v))) ** model.spread) as [number, number, number]
    const xyz = [0, 0, 0]
    for (let i = 0; i < 8; i++) {
      const area = (i & 1 ? c : 1 - c) * (i & 2 ? m : 1 - m) * (i & 4 ? y : 1 - y)
      const root = roots[i] as number[]
      for (let k = 0; k < 3; k++) xyz[k] = (xyz[k] as number) + area * (root[k] as number)
    }
    return xyzToLab(xyz.map((v) => v ** n) as unknown as Triple)
  }
}
