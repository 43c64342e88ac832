import type { Path } from '../../core/things/paths/path.ts'
import { nameOf } from '../../core/things/sizes/named.ts'
import type { RealSheet } from '../../core/wire/api/machine.ts'
import { askew, curlOf, feed, goesAskew, inkLimits, type Limits, strikes, type Travel } from './mechanics.ts'
import { CLEARANCE } from './nature.ts'

/** What one sheet meets on its way through. Lengths in µm. */
interface Way {
  path: Path
  /** The sheet as it lies in the path, and how many, or µm of roll, there are. */
  real: RealSheet
  count: number
  /** Page the machine was told. */
  told: { width: number; length: number }
  borderless: boolean
  /** How far the page data reaches past the page. */
  bleed: number
  gap: 'normal' | 'wide'
  random: () => number
}

export interface Passage {
  /** The sheet as it travels: width across. */
  sheet: RealSheet
  travel: Travel
  limits: Limits
  strikes: number
  askew: boolean
}

/** Most places a head leaves its mark on one sheet. */
const MOST_STRIKES = 3

/** Takes one sheet through the mechanism: where the page falls on it, what takes ink, what touches it. */
export function passSheet({ path, real, count, told, borderless, bleed, gap, random }: Way): Passage {
  const upright = real.width <= real.length === told.width <= told.length || real.form === 'roll'
  const sheet = upright ? real : { ...real, width: real.length, length: real.width }
  const straight = feed(path, sheet, told, random)
  const bad = goesAskew(path, real, count, random)
  const struck = strikes(real.thickness, curlOf(real, count, told.length), CLEARANCE[gap], random)
  return {
    sheet,
    travel: bad ? askew(straight, path, random) : straight,
    limits: inkLimits(path, { ...told, known: nameOf(told.width, told.length)?.pwg ?? null }, borderless, bleed),
    strikes: struck ? 1 + Math.floor(random() * MOST_STRIKES) : 0,
    askew: bad,
  }
}
