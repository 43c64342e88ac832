import { z } from 'zod'

/** What an ink was reckoned to take and what its level then fell by, ml. */
export const InkMeterSchema = z.object({
  /** Over all prints that could be compared. */
  reckoned: z.number().nonnegative(),
  fallen: z.number().nonnegative(),
  /** The level as the printer last told it; null while it never did. */
  told: z.number().nonnegative().nullable(),
  /** Reckoned for what was printed since then; null when something was that nobody can reckon. */
  pending: z.number().nonnegative().nullable(),
})
export type InkMeter = z.infer<typeof InkMeterSchema>

export const UNMETERED: InkMeter = { reckoned: 0, fallen: 0, told: null, pending: 0 }

/** A level is told in whole per cent: so much of the cartridge may be in it without having been printed. */
const STEP = 0.01
/** What the class model weighs against what was learnt, as a share of the cartridge: three steps of the level. */
const PRIOR = 3 * STEP
/** A fall beyond this many times what was reckoned, and a step, was not these prints: a cleaning, or one nobody told of. */
const OTHER = 3
/** Nothing learnt moves the model further than this, either way. */
const FURTHEST = 2.5

/**
 * How much more, or less, than the class model says an ink of this machine takes: 1 until levels have fallen far enough
 * to be read, then towards what fell over what was reckoned.
 */
export const learntUse = ({ reckoned, fallen }: InkMeter, capacity: number): number =>
  Math.min(FURTHEST, Math.max(1 / FURTHEST, (fallen + PRIOR * capacity) / (reckoned + PRIOR * capacity)))

/**
 * The meter after something was printed.
 * @param foretold ml of this ink as a plate foretold them, what was learnt included; null when no plate speaks of it
 */
export const printed = (meter: InkMeter, foretold: number | null, capacity: number): InkMeter => ({
  ...meter,
  // The meter holds the class model against the machine: what was learnt so far is taken out again.
  pending: foretold === null || meter.pending === null ? null : meter.pending + foretold / learntUse(meter, capacity),
})

/** The meter after the printer told a level, ml. One that rose (a new cartridge) or fell for another reason teaches nothing. */
export function levelTold(meter: InkMeter, level: number, capacity: number): InkMeter {
  const { reckoned, fallen, told, pending } = meter
  const next = { reckoned, fallen, told: level, pending: 0 }
  const fell = told === null ? -1 : told - level
  if (pending === null || fell < 0 || fell > OTHER * pending + STEP * capacity) return next
  return { ...next, reckoned: reckoned + pending, fallen: fallen + fell }
}
