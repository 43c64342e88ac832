import { addDays, format, isValid, nextDay, parse, startOfDay } from 'date-fns'
import type { Read } from './reading.ts'

/** A day without a time: `2026-09-14` (ISO 8601). */
export type Day = string

export const dayOf = (date: Date): Day => format(date, 'yyyy-MM-dd')
/** Midnight of a day on this machine's clock. */
export const dateOf = (day: Day): Date => parse(day, 'yyyy-MM-dd', new Date(0))
/** `Mon 14 Sep 2026`. */
export const writeDay = (day: Day): string => format(dateOf(day), 'EEE d MMM yyyy')

const WITH_YEAR = ['yyyy-MM-dd', 'EEE d MMM yyyy', 'd MMM yyyy', 'd MMMM yyyy', 'd.M.yyyy', 'd/M/yyyy', 'd.M.yy', 'd/M/yy']
const WITHOUT_YEAR = ['EEE d MMM', 'd MMM', 'd MMMM', 'MMM d', 'd.M.', 'd.M', 'd/M']
const WEEKDAYS = ['sunday', 'monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday']

/** A day on which something is due lies ahead, one on which it was measured behind. */
export type Leaning = 'ahead' | 'behind'

/**
 * A day as people type it: `2026-09-14`, `14 Sep`, `14.9.`, `today`, `tomorrow`, `Fri`. Without a year it is the nearest
 * such day in the direction it leans; a weekday is the next one, or the last.
 */
export function readDay(text: string, today: Date, leaning: Leaning = 'ahead'): Read<Day> {
  const words = text.trim().toLowerCase().replace(/,/g, '')
  const start = startOfDay(today)
  const near = { yesterday: -1, today: 0, tomorrow: 1 }[words]
  if (near !== undefined) return { ok: true, value: dayOf(addDays(start, near)) }
  const weekday = words.length >= 3 ? WEEKDAYS.findIndex((name) => name.startsWith(words)) : -1
  if (weekday >= 0) {
    const next = nextDay(start, weekday as 0)
    return { ok: true, value: dayOf(leaning === 'ahead' ? next : addDays(next, -7)) }
  }
  for (const form of WITH_YEAR) {
    const date = parse(words, form, start)
    if (isValid(date) && date.getFullYear() >= 1900 && date.getFullYear() <= 2200) return { ok: true, value: dayOf(date) }
  }
  for (const form of WITHOUT_YEAR) {
    const date = parse(words, form, start)
    if (!isValid(date)) continue
    const away = leaning === 'ahead' ? date < start : date > start
    if (away) date.setFullYear(date.getFullYear() + (leaning === 'ahead' ? 1 : -1))
    return { ok: true, value: dayOf(date) }
  }
  return { ok: false, message: 'Type a day, such as 14 Sep, Fri or 2026-09-14.' }
}

/** Minutes after midnight of a time as people type it: `14:30`, `9`, `9.15`, `2 pm`, `noon`; null where it is none. */
export function readTime(text: string): number | null {
  const words = text.trim().toLowerCase()
  if (words === 'noon') return 720
  const found = /^(\d{1,2})(?:[:.h](\d{2}))?\s*(am|pm)?$/.exec(words)
  if (!found) return null
  const [, hours = '', minutes = '0', half] = found
  const h = Number(hours)
  if (half && (h < 1 || h > 12)) return null
  const at = (half ? (h % 12) + (half === 'pm' ? 12 : 0) : h) * 60 + Number(minutes)
  return at < 1440 && Number(minutes) < 60 ? at : null
}

/** `today 14:30`, `Fri 12:00`, `1 Dec 9:00`, `2026-12-01 14:30`: a moment ahead. A time alone is today's, or tomorrow's once it is over. */
export function readMoment(text: string, now: Date): Read<Date> {
  const words = text.trim().replace(/\s+at\s+/i, ' ')
  const on = (day: Date, minutes: number) => new Date(day.getFullYear(), day.getMonth(), day.getDate(), 0, minutes)
  const alone = /[:h]|am|pm|noon/i.test(words) ? readTime(words) : null
  if (alone !== null) {
    const at = on(now, alone)
    return { ok: true, value: at < now ? on(addDays(now, 1), alone) : at }
  }
  const cut = words.lastIndexOf(' ')
  const half = /\s(am|pm)$/i.test(words) ? words.lastIndexOf(' ', cut - 1) : cut
  const time = half > 0 ? readTime(words.slice(half + 1)) : null
  const day = readDay(time === null || half < 0 ? words : words.slice(0, half), now)
  // `1 Dec` ends in a word, `Dec 1` in a number that is no time.
  const whole = readDay(words, now)
  if (whole.ok) return { ok: true, value: on(dateOf(whole.value), 12 * 60) }
  if (!day.ok || time === null) return { ok: false, message: 'Type a day and a time, such as Fri 12:00.' }
  return { ok: true, value: on(dateOf(day.value), time) }
}

/** A moment as it is read back: `Fri 4 Dec 2026 12:00`. */
export const writeMoment = (iso: string): string => format(new Date(iso), 'EEE d MMM yyyy HH:mm')
