import { z } from 'zod'

/** A time of the day, “09:00”; “24:00” is its end. */
const clock = z.string().regex(/^(([01]\d|2[0-3]):[0-5]\d|24:00)$/)
const minuteOf = (time: string) => Number(time.slice(0, 2)) * 60 + Number(time.slice(3))

/** When somebody is there to load, cut and watch a print; the same on each of its days. */
export const WorkingHoursSchema = z
  .object({
    /** Days of the week as ISO 8601 counts them: 1 is Monday, 7 Sunday. */
    days: z
      .array(z.number().int().min(1).max(7))
      .min(1)
      .max(7)
      .refine((days) => new Set(days).size === days.length, { error: 'names a day twice' }),
    from: clock,
    until: clock,
  })
  .refine(({ from, until }) => minuteOf(from) < minuteOf(until), { error: 'ends before it begins', path: ['until'] })
export type WorkingHours = z.infer<typeof WorkingHoursSchema>

/** A stretch of work on one day, as moments. The days are those of the clock of the machine this runs on. */
function stretchOf(day: Date, { days, from, until }: WorkingHours): { from: number; until: number } | null {
  if (!days.includes(day.getDay() === 0 ? 7 : day.getDay())) return null
  const at = (minute: number) => new Date(day.getFullYear(), day.getMonth(), day.getDate(), 0, minute).getTime()
  return { from: at(minuteOf(from)), until: at(minuteOf(until)) }
}

/** Nobody plans work for longer: what would take more ends when this is over, days. */
const LONGEST = 3660

/**
 * The moment when somebody has worked this many minutes who begins at `from`, ms since 1970.
 * @param hours null when somebody is there day and night
 */
export function worked(from: number, minutes: number, hours: WorkingHours | null): number {
  let left = minutes * 60_000
  if (!hours) return from + left
  const day = new Date(from)
  for (let n = 0; n < LONGEST; n++, day.setDate(day.getDate() + 1)) {
    const stretch = stretchOf(day, hours)
    if (!stretch) continue
    const begin = Math.max(from, stretch.from)
    const there = stretch.until - begin
    if (there <= 0) continue
    if (left <= there) return begin + left
    left -= there
  }
  return day.getTime()
}

/** The latest moment to begin these minutes of work at, so that they are over by `until`, ms since 1970. */
export function beginBy(until: number, minutes: number, hours: WorkingHours | null): number {
  let left = minutes * 60_000
  if (!hours) return until - left
  const day = new Date(until)
  for (let n = 0; n < LONGEST; n++, day.setDate(day.getDate() - 1)) {
    const stretch = stretchOf(day, hours)
    if (!stretch) continue
    const end = Math.min(until, stretch.until)
    const there = end - stretch.from
    if (there <= 0) continue
    if (left <= there) return end - left
    left -= there
  }
  return day.getTime()
}
