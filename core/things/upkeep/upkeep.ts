import { z } from 'zod'

const bytes = z.number().int().nonnegative()

/** How much room there is for an installation, and the backups there are of it. */
export const UpkeepSchema = z.object({
  disk: z.object({
    free: bytes,
    total: bytes,
    /** What the house rules keep free, bytes; below it nothing is taken in and nothing is printed. */
    reserve: bytes,
  }),
  backups: z.object({
    folder: z.string(),
    /** How many are kept; 0 where none is made. */
    keep: z.number().int().nonnegative(),
    /** All that lies in it: copies of before a change and whatever else somebody put there too. */
    holds: z.object({ bytes, files: z.number().int().nonnegative() }),
    /** Whole ones, the latest first. */
    made: z.array(z.object({ name: z.string(), at: z.iso.datetime(), bytes })),
    /** Since when one is being made. */
    making: z.iso.datetime().nullable(),
    /** Why the last one could not be made. */
    failed: z.object({ at: z.iso.datetime(), says: z.string() }).nullable(),
    /** When the next one is made; null where none is. */
    next: z.iso.datetime().nullable(),
  }),
})
export type Upkeep = z.infer<typeof UpkeepSchema>

/** What the disk is used for, the largest first. */
export const UsesSchema = z.array(z.object({ what: z.string().max(60), bytes, files: z.number().int().nonnegative().nullable() }))
export type Uses = z.infer<typeof UsesSchema>

/** The hour of the night backups are made at, local time. */
const BACKUP_HOUR = 2
const DAY = 24 * 3_600_000

/** The last time at or before a moment that it was that hour. */
function lastNight(now: Date): Date {
  const night = new Date(now)
  night.setHours(BACKUP_HOUR, 0, 0, 0)
  if (night > now) night.setDate(night.getDate() - 1)
  return night
}

/**
 * Whether a backup is due: a night has passed since the last one. One that was missed while the machine was off is due as soon
 * as it is on.
 * @param last when the last whole one was made; null where there is none
 * @param since when the installation began
 */
export const backupDue = (now: Date, last: Date | null, since: Date): boolean => lastNight(now) > (last ?? since)

/** When the next one is due. */
export function nextBackup(now: Date, last: Date | null, since: Date): Date {
  if (backupDue(now, last, since)) return now
  const next = lastNight(now)
  next.setDate(next.getDate() + 1)
  return next
}

/** Why an owner has to look after the backups, in a sentence; null where all is well. */
export function backupTrouble({ backups }: Pick<Upkeep, 'backups'>, now: Date): string | null {
  const [last] = backups.made
  if (backups.failed && (!last || last.at < backups.failed.at)) return `The last backup could not be made: ${backups.failed.says}`
  if (backups.keep === 0) return null
  if (last && now.getTime() - Date.parse(last.at) > 2 * DAY) return 'The last good backup is more than two days old.'
  return null
}

/** Why nothing more is taken in or printed; null where there is room. */
export const diskTrouble = ({ disk }: Pick<Upkeep, 'disk'>): string | null =>
  disk.free < disk.reserve ? `Only ${said(disk.free)} are free on the disk; the house rules keep ${said(disk.reserve)} free.` : null

/** `512 kB`, `1.5 MB`, `24 GB`: decimal units, three figures at the most. */
export function said(of: number): string {
  const units = ['bytes', 'kB', 'MB', 'GB', 'TB']
  let [value, unit] = [of, 0]
  while (value >= 999.5 && unit < units.length - 1) {
    value /= 1000
    unit++
  }
  return `${unit === 0 || value >= 9.95 ? Math.round(value) : value.toFixed(1)} ${units[unit]}`
}

/** Backups that are not kept any more: all but the latest. */
export const toLetGo = (names: readonly string[], keep: number): string[] =>
  names.filter(isBackup).sort().reverse().slice(Math.max(1, keep))

/** Whether a file was made here, whole: others are nobody's business. */
export const isBackup = (name: string): boolean => /^arch-plate-\d{4}-\d{2}-\d{2}-\d{6}\.zip$/.test(name)
/** The name of a backup, by the UTC second it was begun. */
export const backupName = (at: Date): string => `arch-plate-${at.toISOString().slice(0, 19).replace('T', '-').replaceAll(':', '')}.zip`
