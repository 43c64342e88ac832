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

/**
 * CIEDE2000 colour difference, kL = kC = kH = 1.
 * Source: Sharma, Wu, Dalal, "The CIEDE2000 color-difference formula", Color Research & Application 30 (2005).
 */
export function deltaE2000([l1, a1, b1]: Triple, [l2, a2, b2]: Triple): number {
  const meanChroma = (Math.hypot(a1, b1) + Math.hypot(a2, b2)) / 2
  const c7 = meanChroma ** 7
  const g = 0.5 * (1 - Math.sqrt(c7 / (c7 + 25 ** 7)))
  const ap1 = a1 * (1 + g)
  const ap2 = a2 * (1 + g)
  const cp1 = Math.hypot(ap1, b1)
  const cp2 = Math.hypot(ap2, b2)
  const hue = (a: number, b: number) => (a === 0 && b === 0 ? 0 : (Math.atan2(b, a) / DEGREE + 360) % 360)
  const hp1 = hue(ap1, b1)
  const hp2 = hue(ap2, b2)
  const grey = cp1 * cp2 === 0
  let dh = hp2 - hp1
  if (grey) dh = 0
  else if (dh > 180) dh -= 360
  else if (dh < -180) dh += 360
  const dL = l2 - l1
  const dC = cp2 - cp1
  const dH = 2 * Math.sqrt(cp1 * cp2) * Math.sin((dh / 2) * DEGREE)
  const meanL = (l1 + l2) / 2
  const meanC = (cp1 + cp2) / 2
  let meanH = hp1 + hp2
  if (!grey) {
    if (Math.abs(hp1 - hp2) > 180) meanH += meanH < 360 ? 360 : -360
    meanH /= 2
  }
  const t =
    1 -
    0.17 * Math.cos((meanH - 30) * DEGREE) +
    0.24 * Math.cos(2 * meanH * DEGREE) +
    0.32 * Math.cos((3 * meanH + 6) * DEGREE) -
    0.2 * Math.cos((4 * meanH - 63) * DEGREE)
  const l50 = (meanL - 50) ** 2
  const sL = 1 + (0.015 * l50) / Math.sqrt(20 + l50)
  const sC = 1 + 0.045 * meanC
  const sH = 1 + 0.015 * meanC * t
  const m7 = meanC ** 7
  const rT = -2 * Math.sqrt(m7 / (m7 + 25 ** 7)) * Math.sin(60 * Math.exp(-(((meanH - 275) / 25) ** 2)) * DEGREE)
  const [tl, tc, th] = [dL / sL, dC / sC, dH / sH]
  return Math.sqrt(tl * tl + tc * tc + th * th + rT * tc * th)
}
