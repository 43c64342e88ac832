import type { Triple } from '../../core/color/cie.ts'
import type { InkModel } from './inks.ts'

/** Paper surfaces whose ink take-up differs enough to need primaries of their own. */
export type Coating = 'gloss' | 'satin' | 'matte' | 'art' | 'canvas' | 'board' | 'plain'

/** What really meets in the printer: ink set, paper, and the media type the printer was told. */
export interface InkOnPaper {
  inkSet: 'dye-6' | 'pigment-10' | 'pigment-12' | 'bulk-4'
  coating: Coating
  /** Lab of the bare paper. */
  white: Triple
  /** Coating that the media type set at the printer is meant for. */
  expects: Coating
  black: 'photo' | 'matte'
}

/** Ten-ink pigment on high gloss: typical published gamut corners of that class, rounded (common practice). */
const CORNERS: Omit<InkModel, 'white' | 'black' | 'yuleNielsen' | 'spread'> = {
  cyan: [55, -38, -50],
  magenta: [48, 76, -8],
  yellow: [90, -7, 98],
  red: [48, 70, 54],
  green: [50, -70, 32],
  blue: [26, 26, -58],
}

const TAKE_UP: Record<Coating, { chroma: number; blackL: number; n: number; spread: number; lift: number }> = {
  gloss: { chroma: 1, blackL: 4, n: 1.9, spread: 1.02, lift: 0 },
  satin: { chroma: 0.96, blackL: 6, n: 2, spread: 1, lift: 1 },
  matte: { chroma: 0.8, blackL: 17, n: 2.3, spread: 0.95, lift: 5 },
  art: { chroma: 0.78, blackL: 16, n: 2.4, spread: 0.96, lift: 5 },
  canvas: { chroma: 0.84, blackL: 14, n: 2.2, spread: 0.97, lift: 4 },
  board: { chroma: 0.74, blackL: 18, n: 2.4, spread: 0.95, lift: 6 },
  plain: { chroma: 0.6, blackL: 25, n: 2.7, spread: 0.88, lift: 9 },
}

const INK_CHROMA = { 'dye-6': 0.98, 'pigment-10': 1, 'pigment-12': 1.05, 'bulk-4': 0.88 } as const

const isCoated = (coating: Coating) => coating === 'gloss' || coating === 'satin'

/**
 * The ink model of a print. When the media type was meant for another family of coating the ink amount is wrong:
 * too much on an absorbent sheet (dots grow, blacks go flat), too little on a sealed one (starved, weak blacks).
 */
export function inkModelFor(print: InkOnPaper): InkModel {
  const take = TAKE_UP[print.coating]
  const flooded = !isCoated(print.coating) && isCoated(print.expects)
  const starved = isCoated(print.coating) && !isCoated(print.expects)
  const wrongBlack = isCoated(print.coating) ? print.black === 'matte' : print.black === 'photo'
  const chroma = take.chroma * INK_CHROMA[print.inkSet] * (flooded ? 0.86 : starved ? 0.8 : 1)
  const corner = ([l, a, b]: Triple): Triple => [l + take.lift, a * chroma, b * chroma + print.white[2] * 0.3]
  const blackL = take.blackL + (wrongBlack ? 10 : 0) + (flooded || starved ? 5 : 0) + (print.inkSet === 'bulk-4' ? 2 : 0)
  return {
    white: print.white,
    black: [blackL, 0.2, flooded ? 1.8 : starved ? 3 : -0.3],
    cyan: corner(CORNERS.cyan),
    magenta: corner(CORNERS.magenta),
    yellow: corner(CORNERS.yellow),
    red: corner(CORNERS.red),
    green: corner(CORNERS.green),
    blue: corner(CORNERS.blue),
    yuleNielsen: take.n,
    spread: take.spread * (flooded ? 0.72 : starved ? 1.35 : 1),
  }
}
