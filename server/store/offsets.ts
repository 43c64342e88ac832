import { QueryTypes } from 'sequelize'
import { LATEST, type OffsetReading } from '../../core/things/calibration/offset.ts'
import type { Printer } from '../../core/things/printers/printer.ts'
import { type Scope, table } from './table.ts'

const ONE_PATH = `(SELECT run_id AS runId, printer_id AS printerId, path_id AS pathId, across, along, skew_degrees AS skewDegrees
  FROM offsets WHERE studio = ? AND printer_id = ? AND path_id = ? ORDER BY run_id DESC LIMIT ${LATEST})`

/** What each inspected run says of where its path lays prints. */
export function offsets(scope: Scope) {
  const { db, studio, transaction } = scope
  const rows = table('offsets', scope)
  return {
    /** The latest readings of every path, as many as count: what it costs does not grow with what was ever read. */
    async latest(printers: readonly Printer[]): Promise<OffsetReading[]> {
      const paths = printers.flatMap(({ id, paths }) => paths.map((path) => [studio, id, path.id]))
      if (paths.length === 0) return []
      const found = await db.query<OffsetReading>(paths.map(() => ONE_PATH).join(' UNION ALL '), {
        type: QueryTypes.SELECT,
        replacements: paths.flat(),
        ...(transaction ? { transaction } : {}),
      })
      return found.map((r) => ({ ...r, across: Number(r.across), along: Number(r.along) })).sort((a, b) => a.runId - b.runId)
    },
    /** Keeps what a run says; null takes it back. */
    async learn(runId: number, reading: OffsetReading | null): Promise<void> {
      if (reading) await rows.put(reading)
      else await rows.remove({ runId })
    },
  }
}
