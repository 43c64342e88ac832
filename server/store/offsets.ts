import type { OffsetReading } from '../../core/things/calibration/offset.ts'
import { type Scope, table } from './table.ts'

/** What each inspected run says of where its path lays prints. */
export function offsets(scope: Scope) {
  const rows = table('offsets', scope)
  return {
    list: async (): Promise<OffsetReading[]> =>
      (await rows.all({}, { order: [['runId', 'ASC']] })).map(({ runId, printerId, pathId, across, along, skewDegrees }) => ({
        runId,
        printerId,
        pathId,
        across,
        along,
        skewDegrees,
      })),
    /** Keeps what a run says; null takes it back. */
    async learn(runId: number, reading: OffsetReading | null): Promise<void> {
      if (reading) await rows.put(reading)
      else await rows.remove({ runId })
    },
  }
}
