/**
 * Feeding a second time, for tests only: written from what the trade knows of it and from a path's record as from a manual,
 * with nothing of the simulator's or the planner's. A sheet and the page on it are polygons; a turn is a multiplication of
 * complex numbers; luck is a sum of twelve dice. Lengths in µm, y towards the trailing edge, turns clockwise.
 */

const { cos, max, min, PI, sin } = Math

/** A point as a complex number: across + i · along. */
type Point = readonly [number, number]
const times = ([a, b]: Point, [c, d]: Point): Point => [a * c - b * d, a * d + b * c]
const plus = (a: Point, b: Point): Point => [a[0] + b[0], a[1] + b[1]]

export type Polygon = readonly Point[]

/** What is known of a path and of the sheets in it. */
export interface Feed {
  registration: 'left' | 'right' | 'centre'
  /** How far a sheet may land from where it should: no sheet lies further off. */
  tolerance: { across: number; along: number; skewDegrees: number }
  sheet: { width: number; length: number; spread: number }
  /** The page the printer is told. It assumes that the sheet is of that size. */
  page: { width: number; length: number }
  /** What this very path always does, µm: measured, as an operator would. */
  habit: { across: number; along: number }
  /** The part of a tolerance that is luck; the rest is habit. */
  luck: number
}

/** One sheet as it came out. */
export interface Fed {
  width: number
  length: number
  /** Turn of the page on the sheet, degrees. */
  skew: number
  /** Where points of the page lie on the sheet. */
  onSheet(point: Point): Point
}

/** A generator of its own (xorshift32), so that no two models share their luck. */
export function dice(seed: number): () => number {
  let s = seed | 0 || 1
  return () => {
    s ^= s << 13
    s ^= s >>> 17
    s ^= s << 5
    return (s >>> 0) / 2 ** 32
  }
}

/** Twelve dice, less six: nearly normal, of deviation one, and never beyond ±3 of what a tolerance allows. */
function bell(roll: () => number): number {
  let sum = -6
  for (let n = 0; n < 12; n++) sum += roll()
  return max(-3, min(3, sum))
}

/** Feeds one sheet. A tolerance is what three deviations come to. */
export function feedOne({ registration, tolerance, sheet, page, habit, luck }: Feed, roll: () => number): Fed {
  const third = (um: number) => (bell(roll) * um) / 3
  const width = sheet.width + third(sheet.spread)
  const length = sheet.length + third(sheet.spread)
  // The printer assumes the size it is told: a centring feed halves the difference, a side guide leaves it on the far side.
  const across = { left: 0, centre: (width - page.width) / 2, right: width - page.width }[registration]
  const to: Point = [across + habit.across + luck * third(tolerance.across), habit.along + luck * third(tolerance.along)]
  const skew = third(tolerance.skewDegrees)
  const turn: Point = [cos((skew * PI) / 180), sin((skew * PI) / 180)]
  // A sheet turns about the middle of its leading edge: that is what the rollers hold.
  const pivot: Point = [width / 2, 0]
  const back: Point = [-pivot[0], -pivot[1]]
  return { width, length, skew, onSheet: (point) => plus(times(plus(plus(point, to), back), turn), pivot) }
}

/** Corners of a rectangle of the page, grown by so much at each of these edges. */
export function corners(of: { left: number; right: number; top: number; bottom: number }): Polygon {
  return [
    [of.left, of.top],
    [of.right, of.top],
    [of.right, of.bottom],
    [of.left, of.bottom],
  ]
}

/** Where the line from a to b crosses this height; NaN where it never does. */
function crossing(a: Point, b: Point, at: number, axis: 0 | 1): number {
  const share = (at - a[axis]) / (b[axis] - a[axis])
  return share >= 0 && share <= 1 ? a[(1 - axis) as 0 | 1] + share * (b[(1 - axis) as 0 | 1] - a[(1 - axis) as 0 | 1]) : Number.NaN
}

/** White left at the middle of each edge of the sheet, as a ruler reads it; negative where ink runs off. */
export function borders(ink: Polygon, fed: Fed): { leading: number; trailing: number; left: number; right: number } {
  const on = ink.map(fed.onSheet)
  const sides = on.map((p, i) => [p, on[(i + 1) % on.length] as Point] as const)
  const cut = (at: number, axis: 0 | 1) => sides.map(([a, b]) => crossing(a, b, at, axis)).filter((v) => !Number.isNaN(v))
  const [across, along] = [cut(fed.length / 2, 1), cut(fed.width / 2, 0)]
  return {
    left: min(...across),
    right: fed.width - max(...across),
    leading: min(...along),
    trailing: fed.length - max(...along),
  }
}

/** Whether every corner of the sheet lies on ink: on the same side of each edge of the inked area, which is convex. */
export function covered(ink: Polygon, fed: Fed): boolean {
  const on = ink.map(fed.onSheet)
  const sheet = corners({ left: 0, right: fed.width, top: 0, bottom: fed.length })
  return on.every((a, i) => {
    const b = on[(i + 1) % on.length] as Point
    return sheet.every((p) => (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]) >= 0)
  })
}

/** How far the core's curl lifts a sheet cut from a roll that has so much left, µm: over its last metres, most at the very end. */
export const lift = (left: number, from: number, most: number): number => (left >= from ? 0 : most * (1 - max(0, left) / from))
