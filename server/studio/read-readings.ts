import type { KeptReading } from '../../core/work/agreement/reading.ts'
import type { Models } from '../db/models.ts'

/** What was seen at the places of one job. */
export async function readReadings(models: Models, jobId: number): Promise<KeptReading[]> {
  const rows = await models.readings.findAll({ where: { jobId } })
  return rows.map(({ place, setting, value, words, how, seenBy, updatedAt }) => ({
    place,
    setting,
    value,
    words,
    how,
    by: seenBy,
    at: updatedAt.toISOString(),
  }))
}
