import type { SetPlace } from '../../core/work/agreement/place.ts'
import type { KeptReading, Reading } from '../../core/work/agreement/reading.ts'
import type { SettingKey } from '../../core/work/agreement/settings.ts'
import { type Scope, table } from './table.ts'

/** What program, driver and panel of a job were seen to be set to. */
export function readings(scope: Scope) {
  const rows = table('readings', scope)
  return {
    of: async (jobId: number): Promise<KeptReading[]> =>
      (await rows.all({ jobId })).map(({ place, setting, value, words, how, seenBy, updatedAt }) => ({
        place,
        setting,
        value,
        words,
        how,
        by: seenBy,
        at: updatedAt.toISOString(),
      })),
    async keep(jobId: number, seen: readonly Reading[]): Promise<void> {
      for (const { by: seenBy, ...reading } of seen) await rows.put({ jobId, seenBy, ...reading })
    },
    /** Of a job that is no more. */
    clear: (jobId: number) => rows.remove({ jobId }),
    forget: (jobId: number, place: SetPlace, setting: SettingKey) => rows.remove({ jobId, place, setting }),
  }
}
