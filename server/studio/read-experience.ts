import { QueryTypes } from 'sequelize'
import type { Printer } from '../../core/things/printers/printer.ts'
import type { Experience } from '../../core/things/studio/experience.ts'
import type { FoundFault } from '../../core/wire/api/dto.ts'
import type { Models } from '../db/models.ts'

/** What one day of one path's log comes to. */
interface Day {
  printerId: string
  pathId: string
  /** ISO 8601 day, UTC. */
  day: string
  sheets: number
  /** Lists of faults, as they are stored. */
  faults: FoundFault[][]
}

/** Sheets and faults of every path by day, from the log. */
export async function readExperience(models: Models): Promise<Day[]> {
  const { sequelize } = models.runs
  if (!sequelize) return []
  const rows = await sequelize.query<{ printerId: string; pathId: string; day: string; sheets: string; faults: string | null }>(
    `SELECT printer_id AS printerId, path_id AS pathId, DATE_FORMAT(created_at, '%Y-%m-%d') AS day, SUM(sheets_delivered) AS sheets,
       GROUP_CONCAT(IF(faults = '[]', NULL, faults) SEPARATOR '\\n') AS faults
     FROM runs WHERE path_id IS NOT NULL GROUP BY printer_id, path_id, day`,
    { type: QueryTypes.SELECT },
  )
  return rows.map(({ faults, sheets, ...row }) => ({
    ...row,
    sheets: Number(sheets),
    faults: (faults ?? '').split('\n').flatMap(readList),
  }))
}

/** MariaDB cuts a group that grows too long: a list that is cut is left out rather than guessed. */
function readList(text: string): FoundFault[][] {
  if (!text) return []
  try {
    return [JSON.parse(text) as FoundFault[]]
  } catch {
    return []
  }
}

/** What each path has done since it was last serviced; a service begins its history anew. */
export function sinceService(days: readonly Day[], printers: readonly Printer[]): Experience[] {
  const serviced = new Map<string, string | null>(
    printers.flatMap((p) => p.paths.map((path) => [`${p.id} ${path.id}`, path.serviced] as const)),
  )
  const found = new Map<string, Experience>()
  for (const { printerId, pathId, day, sheets, faults } of days) {
    const key = `${printerId} ${pathId}`
    const since = serviced.get(key)
    if (!serviced.has(key) || (since && day < since)) continue
    const one = found.get(key) ?? { printerId, pathId, sheets: 0, faults: {} }
    one.sheets += sheets
    for (const { causeId } of faults.flat()) one.faults[causeId] = (one.faults[causeId] ?? 0) + 1
    found.set(key, one)
  }
  return [...found.values()]
}
