import type { Path } from '../../core/things/paths/path.ts'
import type { RealSheet } from '../../core/wire/api/machine.ts'
import { normal, seeded } from './random.ts'

export interface Travel {
  /** Where the page's leading left corner falls on the sheet, µm. */
  x: number
  y: number
  /** Clockwise turn of the print on the sheet, degrees. */
  skew: number
  /** This very sheet's size. */
  width: number
  length: number
}

/** Share of a path's tolerance that is always the same way (wear, a guide a little off); the rest is luck. */
const HABIT = 0.45

/** The way a path habitually errs, −1…1 across and along; a property of the machine that nobody is told. */
function habit(path: Path): { across: number; along: number } {
  const random = seeded([...path.id].reduce((sum, c) => Math.imul(sum, 31) + c.charCodeAt(0), 17))
  return { across: 2 * random() - 1, along: 2 * random() - 1 }
}

/** Feeds one sheet: this sheet's true size, and where a page of this width comes to lie on it. */
export function feed(path: Path, sheet: RealSheet, page: { width: number; length: number }, random: () => number): Travel {
  const vary = sheet.form === 'roll' ? 0 : sheet.spread / 3
  const width = Math.round(sheet.width + normal(random) * vary)
  // The printer cuts a roll itself, to the page.
  const length = sheet.form === 'roll' ? page.length : Math.round(sheet.length + normal(random) * vary)
  const stop = path.registration === 'right' ? width - page.width : path.registration === 'left' ? 0 : (width - page.width) / 2
  const always = habit(path)
  return {
    x: stop + (always.across * HABIT + (normal(random) * (1 - HABIT)) / 3) * path.tolerance.across,
    y: (always.along * HABIT + (normal(random) * (1 - HABIT)) / 3) * path.tolerance.along,
    skew: (normal(random) * path.tolerance.skewDegrees) / 3,
    width,
    length,
  }
}

/** Share of feeds that a path in good order misses, and what every thousand sheets since its service add. */
const MISSES = { fresh: 0.01, perThousand: 0.012 } as const

/** Whether the sheet is drawn in at all. Worn or overfilled feeders miss more. `fed` counts sheets since the last service. */
export function drawsIn(path: Path, sheet: RealSheet, count: number, fed: number, random: () => number): boolean {
  if (sheet.thickness > path.thickness.max * 1.1) return false
  const holds = path.capacity.find((c) => sheet.thickness <= c.upTo)?.sheets ?? 1
  const worn = Math.min(0.3, (fed / 1000) * MISSES.perThousand)
  const chance = (sheet.thickness > path.thickness.max ? 0.5 : MISSES.fresh + worn) + (sheet.form === 'sheet' && count > holds ? 0.25 : 0)
  return random() >= chance
}

/** One feed in so many goes in plainly askew, at this multiple of the path's skew; an overfilled path does it far more often. */
const ASKEW = { share: 0.004, overfilled: 0.08, times: 9 } as const

/** Whether this feed goes plainly askew. */
export function goesAskew(path: Path, sheet: RealSheet, count: number, random: () => number): boolean {
  const holds = path.capacity.find((c) => sheet.thickness <= c.upTo)?.sheets ?? 1
  return random() < (sheet.form === 'sheet' && count > holds ? ASKEW.overfilled : ASKEW.share)
}

/** A feed that went askew, turned about the middle of its leading edge. */
export const askew = (travel: Travel, path: Path, random: () => number): Travel => ({
  ...travel,
  skew: (random() < 0.5 ? -1 : 1) * ASKEW.times * Math.max(path.tolerance.skewDegrees, 0.05),
})

/** Minutes until ink on this coating stands a roller. Invented, in the range common for these kinds. */
const DRIES_IN: Record<RealSheet['coating'], number> = { gloss: 15, satin: 15, matte: 8, art: 20, canvas: 40, board: 15, plain: 1 }

/** Whether the rollers smear a sheet whose other side was printed so many minutes ago. */
export const smears = (sheet: RealSheet, minutesAgo: number): boolean => sheet.printed === true && minutesAgo < DRIES_IN[sheet.coating]

/** Length of roll before its end over which the core's curl lifts the sheet, and by how much at the very end, µm. */
const CURL = { from: 1_600_000, lift: 420 } as const

/** How far the end of a roll stands up, µm: a cut of `length` with `remaining` on the roll before it. 0 for sheets. */
export function curlOf(sheet: RealSheet, remaining: number, length: number): number {
  if (sheet.form !== 'roll') return 0
  const left = Math.max(0, remaining - length)
  return left >= CURL.from ? 0 : (1 - left / CURL.from) * CURL.lift
}

/** Whether the head touches the sheet: never with air above it, surely from 150 µm too little on. */
export function strikes(thickness: number, curl: number, clearance: number, random: () => number): boolean {
  const over = thickness + curl - clearance
  return over > 0 && random() < Math.min(1, 0.35 + over / 230)
}

export interface Limits {
  /** Rectangle of the page that takes ink, relative to the page's leading left corner, µm. */
  left: number
  top: number
  right: number
  bottom: number
  enforced: boolean
}

/** What the machine lets ink reach on this page. */
export function inkLimits(
  path: Path,
  page: { width: number; length: number; known: string | null },
  borderless: boolean,
  bleed: number,
): Limits {
  const b = path.borderless
  const allowed = b && (b.sizes === 'any' || (page.known !== null && b.sizes.includes(page.known)))
  const m = path.margins
  if (!borderless) return { left: m.left, top: m.leading, right: page.width - m.right, bottom: page.length - m.trailing, enforced: false }
  if (!b || !allowed) {
    const keep = b?.enforced ?? Math.max(m.left, m.right, m.leading, m.trailing)
    return { left: keep, top: keep, right: page.width - keep, bottom: page.length - keep, enforced: true }
  }
  const kept = b.margins ?? m
  const past = (edge: 'left' | 'right' | 'leading' | 'trailing') => (b.edges.includes(edge) ? -bleed : kept[edge])
  return {
    left: past('left'),
    top: past('leading'),
    right: page.width - past('right'),
    bottom: page.length - past('trailing'),
    enforced: false,
  }
}
