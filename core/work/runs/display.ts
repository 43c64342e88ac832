import { z } from 'zod'

/** What a display is judged by: when it was calibrated, to which white, how bright. Kept on the device it belongs to. */
export const DisplayRecordSchema = z.object({
  calibratedOn: z.iso.date(),
  /** White point it was set to, kelvin. */
  white: z.number().int().min(3000).max(10_000),
  /** Luminance of its white, cd/m². */
  luminance: z.number().min(10).max(2000),
})
export type DisplayRecord = z.infer<typeof DisplayRecordSchema>

/** Calibrated within about a month, and not brighter than 80 to 120 cd/m² (handbook, “Judging and keeping”; common practice). */
const GOOD_FOR_DAYS = 30
const LUMINANCE = { least: 80, most: 120 } as const
const DAY = 24 * 3_600_000

/** How far this display can be believed, in a sentence, and whether that is less than it should be. */
export function sayDisplay(record: DisplayRecord | null, now: Date): { says: string; doubtful: boolean } {
  if (!record)
    return { says: 'Nobody has said when this display was calibrated: colours on it are a hint, the paper decides.', doubtful: true }
  const days = Math.floor((now.getTime() - Date.parse(record.calibratedOn)) / DAY)
  const age = days <= 0 ? 'today' : days === 1 ? 'yesterday' : `${days} days ago`
  const old = days > GOOD_FOR_DAYS ? ' That is longer than the month it usually holds.' : ''
  const bright =
    record.luminance > LUMINANCE.most
      ? ' It is brighter than paper under a viewing light: prints will look too dark beside it.'
      : record.luminance < LUMINANCE.least
        ? ' It is darker than paper under a viewing light: prints will look too light beside it.'
        : ''
  return {
    says: `This display was calibrated ${age} to ${record.white} K at ${record.luminance} cd/m².${old}${bright}`,
    doubtful: old !== '' || bright !== '',
  }
}
