import { QueryTypes } from 'sequelize'
import type { Printer } from '../../core/things/printers/printer.ts'
import type { Experience } from '../../core/things/studio/experience.ts'
import type { FoundFault } from '../../core/work/runs/inspection.ts'
import type { Row } from '../db/tables.ts'
import { type Scope, table } from './table.ts'

type Done = Pick<Experience, 'sheets' | 'faults'>
type Counted = Pick<Row<'runs'>, 'printerId' | 'pathId' | 'sheetsDelivered' | 'faults' | 'createdAt'>

const none = ({ sheets, faults }: Done) => sheets === 0 && Object.values(faults).every((n) => n === 0)
const added = (one: Record<string, number>, other: Record<string, number>) =>
  Object.fromEntries(
    [...new Set([...Object.keys(one), ...Object.keys(other)])].flatMap((cause) => {
      const n = (one[cause] ?? 0) + (other[cause] ?? 0)
      return n === 0 ? [] : [[cause, n]]
    }),
  )
const counted = (faults: readonly FoundFault[], by: number): Record<string, number> =>
  faults.reduce<Record<string, number>>((all, { causeId }) => added(all, { [causeId]: by }), {})

/** What a run has more of after a change than before it. */
export function moreOf(before: Pick<Counted, 'sheetsDelivered' | 'faults'>, values: Partial<Counted>): Done {
  return {
    sheets: (values.sheetsDelivered ?? before.sheetsDelivered) - before.sheetsDelivered,
    faults: values.faults ? added(counted(values.faults, 1), counted(before.faults, -1)) : {},
  }
}

/**
 * What each path has done since it was last serviced: a service begins its history anew. It is a sum over the runs, kept beside
 * them in the same acts, so that what it costs to know does not grow with the log.
 */
export function experience(scope: Scope) {
  const { db, studio, transaction } = scope
  const rows = table('experience', scope)
  const machines = table('machines', scope)
  const within = transaction ? { transaction } : {}

  /** The sum over a path's runs since a day, from the log itself. */
  async function summed(printerId: string, pathId: string, since: string | null): Promise<Done> {
    const where = `FROM runs WHERE studio = :studio AND printer_id = :printerId AND path_id = :pathId ${since ? 'AND created_at >= :since' : ''}`
    const asked = { type: QueryTypes.SELECT as const, replacements: { studio, printerId, pathId, since }, ...within }
    const [[sum], found] = await Promise.all([
      db.query<{ sheets: number | null }>(`SELECT SUM(sheets_delivered) AS sheets ${where}`, asked),
      db.query<{ faults: string }>(`SELECT faults ${where} AND faults <> '[]'`, asked),
    ])
    return {
      sheets: Number(sum?.sheets ?? 0),
      faults: counted(
        found.flatMap(({ faults }) => JSON.parse(faults) as FoundFault[]),
        1,
      ),
    }
  }
  const servicedOf = async (printerId: string, pathId: string): Promise<string | null> =>
    (await machines.one({ printerId }))?.state.serviced[pathId] ?? null

  return {
    async list(printers: readonly Printer[]): Promise<Experience[]> {
      const known = new Map((await rows.all()).map((row) => [`${row.printerId} ${row.pathId}`, row]))
      const paths = printers.flatMap(({ id, paths }) =>
        paths.map((path) => ({ printerId: id, pathId: path.id, since: path.serviced ?? null })),
      )
      const found = await Promise.all(
        paths.map(async ({ printerId, pathId, since }) => {
          const row = known.get(`${printerId} ${pathId}`)
          // Serviced otherwise than was written down with it: the log itself is asked.
          const done = row && row.since !== since ? await summed(printerId, pathId, since) : (row ?? { sheets: 0, faults: {} })
          return { printerId, pathId, sheets: done.sheets, faults: done.faults }
        }),
      )
      return found.filter((one) => !none(one))
    },
    /** Adds what a run has more of to its path. To be called in the act that changes the run. */
    async learn(run: Counted, more: Done): Promise<void> {
      const { printerId, pathId } = run
      if (pathId === null || none(more)) return
      const row = await rows.one({ printerId, pathId }, { lock: true })
      const since = row ? row.since : await servicedOf(printerId, pathId)
      if (since && run.createdAt.toISOString().slice(0, 10) < since) return
      if (row) await rows.change(row, { sheets: row.sheets + more.sheets, faults: added(row.faults, more.faults) })
      else await rows.add({ printerId, pathId, since, ...more })
    },
    /** A path was serviced, or the note of it was changed: its history begins on that day. */
    async begin(printerId: string, pathId: string, since: string | null): Promise<void> {
      await rows.put({ printerId, pathId, since, ...(await summed(printerId, pathId, since)) })
    },
    /**
     * Sums every path anew from the log.
     * @returns the paths of which something else was kept
     */
    async rebuild(): Promise<string[]> {
      const paths = await db.query<{ printerId: string; pathId: string }>(
        'SELECT DISTINCT printer_id AS printerId, path_id AS pathId FROM runs WHERE studio = :studio AND path_id IS NOT NULL UNION SELECT printer_id, path_id FROM experience WHERE studio = :studio',
        { type: QueryTypes.SELECT, replacements: { studio }, ...within },
      )
      const wrong: string[] = []
      for (const { printerId, pathId } of paths) {
        const before = await rows.one({ printerId, pathId }, { lock: true })
        const since = await servicedOf(printerId, pathId)
        const now = await summed(printerId, pathId, since)
        const same = before
          ? before.since === since &&
            before.sheets === now.sheets &&
            none({ sheets: 0, faults: added(now.faults, added({}, negative(before.faults))) })
          : none(now)
        if (same) continue
        wrong.push(`${printerId} ${pathId}`)
        await rows.put({ printerId, pathId, since, ...now })
      }
      return wrong
    },
  }
}

const negative = (faults: Record<string, number>) => Object.fromEntries(Object.entries(faults).map(([cause, n]) => [cause, -n]))
