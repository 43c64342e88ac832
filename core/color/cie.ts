/** CIE colour: XYZ and Lab are relative to the D50 white of the ICC profile connection space, Y of white = 1. */

export type Triple = readonly [number, number, number]

/** D50 as ICC.1 writes it for the profile connection space. */
const D50: Triple = [0.9642, 1, 0.8249]

const EPSILON = 216 / 24389
const KAPPA = 24389 / 27

const toF = (t: number) => (t > EPSILON ? Math.cbrt(t) : (KAPPA * t + 16) / 116)
const fromF = (f: number) => (f ** 3 > EPSILON ? f ** 3 : (116 * f - 16) / KAPPA)

/** XYZ (Y of white = 1) to CIELAB. Source: CIE 15. */
export function xyzToLab([x, y, z]: Triple): Triple {
  const fx = toF(x / D50[0])
  const fy = toF(y / D50[1])
  const fz = toF(z / D50[2])
  return [116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)]
}

/** CIELAB to XYZ (Y of white = 1). Source: CIE 15. */
export function labToXyz([l, a, b]: Triple): Triple {
  const fy = (l + 16) / 116
  return [fromF(fy + a / 500) * D50[0], fromF(fy) * D50[1], fromF(fy - b / 200) * D50[2]]
}

const gammaEncode = (v: number) => (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055)
const gammaDecode = (v: number) => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4)

/** Lab (D50) to sRGB in 0…1, each channel clipped. Source: IEC 61966-2-1, primaries adapted to D50 (Bradford). */
export function labToSrgb(lab: Triple): Triple {
  const [x, y, z] = labToXyz(lab)
  const clip = (v: number) => gammaEncode(Math.min(1, Math.max(0, v)))
  return [
    clip(3.1338561 * x - 1.6168667 * y - 0.4906146 * z),
    clip(-0.9787684 * x + 1.9161415 * y + 0.033454 * z),
    clip(0.0719453 * x - 0.2289914 * y + 1.4052427 * z),
  ]
}

/** sRGB in 0…1 to Lab (D50). Source: IEC 61966-2-1, primaries adapted to D50 (Bradford). */
export function srgbToLab([r, g, b]: Triple): Triple {
  const [lr, lg, lb] = [gammaDecode(r), gammaDecode(g), gammaDecode(b)]
  return xyzToLab([
    0.4360747 * lr + 0.3850649 * lg + 0.1430804 * lb,
    0.2225045 * lr + 0.7168786 * lg + 0.0606169 * lb,
    0.0139322 * lr + 0.0971045 * lg + 0.7141733 * lb,
  ])
}

const DEGREE = Math.PI / 180
const POW25_7 = 25 ** 7
const COS30 = Math.cos(30 * DEGREE)
const SIN30 = 0.5
const COS6 = Math.cos(6 * DEGREE)
const SIN6 = Math.sin(6 * DEGREE)
const COS63 = Math.cos(63 * DEGREE)
const SIN63 = Math.sin(63 * DEGREE)
const COS275 = Math.cos(275 * DEGREE)
const SIN275 = Math.sin(275 * DEGREE)
/** From so many widths of 25° off the blue, less than a billionth of its rotation is left. */
const WIDTHS = 4.5
const FAR_FROM_BLUE = Math.cos(WIDTHS * 25 * DEGREE)
const { acos, atan2, exp, max, min, sin, sqrt } = Math

/** CIEDE2000 colour difference, kL = kC = kH = 1. */
export const deltaE2000 = ([l1, a1, b1]: Triple, [l2, a2, b2]: Triple): number => differenceOf(l1, a1, b1, l2, a2, b2)

/** The same of two colours in lists of many: of the nth in the one, and in the other. */
export const deltaE2000At = (one: ArrayLike<number>, n: number, other: ArrayLike<number>, m: number): number =>
  differenceOf(
    one[n * 3] as number,
    one[n * 3 + 1] as number,
    one[n * 3 + 2] as number,
    other[m * 3] as number,
    other[m * 3 + 1] as number,
    other[m * 3 + 2] as number,
  )

/**
 * Source: Sharma, Wu, Dalal, "The CIEDE2000 color-difference formula", Color Research & Application 30 (2005).
 * Why not letter for letter: it runs for every colour of every picture. The mean hue is the direction between the two
 * hues, so its cosine and sine come from theirs, and those of its multiples by the angle formulas.
 */
function differenceOf(l1: number, a1: number, b1: number, l2: number, a2: number, b2: number): number {
  const meanChroma = (sqrt(a1 * a1 + b1 * b1) + sqrt(a2 * a2 + b2 * b2)) / 2
  const c2 = meanChroma * meanChroma
  const c7 = c2 * c2 * c2 * meanChroma
  const g = 1.5 - 0.5 * sqrt(c7 / (c7 + POW25_7))
  const [ap1, ap2] = [a1 * g, a2 * g]
  const cp1 = sqrt(ap1 * ap1 + b1 * b1)
  const cp2 = sqrt(ap2 * ap2 + b2 * b2)
  const dL = l2 - l1
  const dC = cp2 - cp1
  const meanL = (l1 + l2) / 2
  const meanC = (cp1 + cp2) / 2
  // Direction of the mean hue. A grey has none and leaves it to the other; opposite hues have two, and the paper takes
  // the one at the mean of the two angles counted from 0° to 360°.
  let x = (cp1 === 0 ? 0 : ap1 / cp1) + (cp2 === 0 ? 0 : ap2 / cp2)
  let y = (cp1 === 0 ? 0 : b1 / cp1) + (cp2 === 0 ? 0 : b2 / cp2)
  const long = sqrt(x * x + y * y)
  if (long > 1e-9) {
    x /= long
    y /= long
  } else if (cp1 === 0 && cp2 === 0) [x, y] = [1, 0]
  else {
    const turn = (v: number) => (v < 0 ? v + 2 * Math.PI : v)
    const mean = (turn(atan2(b1, ap1)) + turn(atan2(b2, ap2))) / 2
    ;[x, y] = [Math.cos(mean), sin(mean)]
  }
  // 2·√(C1·C2)·sin(Δh/2), with the sign of the turn from the first hue to the second.
  const across = ap1 * b2 - ap2 * b1
  const along = ap1 * ap2 + b1 * b2
  // Of two forms of the same, the one that does not subtract like from like.
  const dH = along > 0 ? across / sqrt((cp1 * cp2 + along) / 2) : (across < 0 ? -1 : 1) * sqrt(2 * (cp1 * cp2 - along))
  const cos2 = 2 * x * x - 1
  const sin2 = 2 * x * y
  const cos3 = cos2 * x - sin2 * y
  const sin3 = sin2 * x + cos2 * y
  const cos4 = 2 * cos2 * cos2 - 1
  const sin4 = 2 * sin2 * cos2
  const t = 1 - 0.17 * (x * COS30 + y * SIN30) + 0.24 * cos2 + 0.32 * (cos3 * COS6 - sin3 * SIN6) - 0.2 * (cos4 * COS63 + sin4 * SIN63)
  const l50 = (meanL - 50) * (meanL - 50)
  const sL = 1 + (0.015 * l50) / sqrt(20 + l50)
  const sC = 1 + 0.045 * meanC
  const sH = 1 + 0.015 * meanC * t
  const [tl, tc, th] = [dL / sL, dC / sC, dH / sH]
  const m2 = meanC * meanC
  const m7 = m2 * m2 * m2 * meanC
  let rotation = 0
  // Only blues are turned. The paper counts hues from 0° on and does not go round: past 360° nothing is.
  const toBlue = x * COS275 + y * SIN275
  if (toBlue > FAR_FROM_BLUE && !(x > 0 && y >= 0)) {
    const widths = acos(min(1, toBlue)) / DEGREE / 25
    rotation = -2 * sqrt(m7 / (m7 + POW25_7)) * sin(60 * exp(-widths * widths) * DEGREE) * tc * th
  }
  return sqrt(max(0, tl * tl + tc * tc + th * th + rotation))
}
