import { QueryTypes } from 'sequelize'
import type { Printer } from '../../core/things/printers/printer.ts'
import type { Experience } from '../../core/things/studio/experience.ts'
import type { FoundFault } from '../../core/work/runs/inspection.ts'
import { MOVING } from '../../core/work/runs/states.ts'
import type { Scope } from './table.ts'

type Sums = Map<string, Experience>

/** What was summed for a studio: runs up to a number, for paths that were last serviced then. */
interface Summed {
  upTo: number
  serviced: string
  sums: Sums
}
const kept = new Map<string, Summed>()

/** MariaDB cuts a group that grows too long: a list that is cut is left out rather than guessed. */
function readFaults(text: string): FoundFault[] {
  if (!text) return []
  try {
    return JSON.parse(text) as FoundFault[]
  } catch {
    return []
  }
}

/** Adds what runs after one number and up to another have done on each path since it was last serviced. */
async function addRuns(scope: Scope, sums: Sums, serviced: ReadonlyMap<string, string | null>, after: number, upTo: number) {
  const days = await scope.db.query<{ printerId: string; pathId: string; day: string; sheets: string; faults: string | null }>(
    `SELECT printer_id AS printerId, path_id AS pathId, DATE_FORMAT(created_at, '%Y-%m-%d') AS day, SUM(sheets_delivered) AS sheets,
       GROUP_CONCAT(IF(faults = '[]', NULL, faults) SEPARATOR '\\n') AS faults
     FROM runs WHERE studio = :studio AND id > :after AND id <= :upTo AND path_id IS NOT NULL GROUP BY printer_id, path_id, day`,
    {
      type: QueryTypes.SELECT,
      replacements: { studio: scope.studio, after, upTo },
      ...(scope.transaction ? { transaction: scope.transaction } : {}),
    },
  )
  for (const { printerId, pathId, day, sheets, faults } of days) {
    const key = `${printerId} ${pathId}`
    const since = serviced.get(key)
    if (since === undefined || (since && day < since)) continue
    const one = sums.get(key) ?? { printerId, pathId, sheets: 0, faults: {} }
    sums.set(key, one)
    one.sheets += Number(sheets)
    for (const { causeId } of (faults ?? '').split('\n').flatMap(readFaults)) one.faults[causeId] = (one.faults[causeId] ?? 0) + 1
  }
}

const copied = (sums: Sums): Sums => new Map([...sums].map(([key, one]) => [key, { ...one, faults: { ...one.faults } }]))

/**
 * What each path has done since it was last serviced: a service begins its history anew. Runs whose sheets no longer change are
 * summed once and kept in mind, so that it costs no more when there are many; their numbers are given and committed in
 * order, so none comes in below later. What is changed in one of them is told by `forgetExperience`.
 */
export async function experienceOf(scope: Scope, printers: readonly Printer[]): Promise<Experience[]> {
  const { db, studio, transaction } = scope
  const serviced = new Map<string, string | null>(
    printers.flatMap((p) => p.paths.map((path) => [`${p.id} ${path.id}`, path.serviced] as const)),
  )
  const as = JSON.stringify([...serviced])
  const [ends] = await db.query<{ last: number | null; moving: number | null }>(
    `SELECT (SELECT MAX(id) FROM runs WHERE studio = :studio) AS last,
            (SELECT MIN(id) FROM runs WHERE studio = :studio AND state IN (:moving)) AS moving`,
    { type: QueryTypes.SELECT, replacements: { studio, moving: [...MOVING] }, ...(transaction ? { transaction } : {}) },
  )
  const last = ends?.last ?? 0
  const settled = Math.min(last, (ends?.moving ?? Number.POSITIVE_INFINITY) - 1)
  const known = kept.get(studio)
  // Fewer than were summed: the studio was emptied.
  const good = known?.serviced === as && known.upTo <= settled ? known : null
  const sums = good ? copied(good.sums) : new Map()
  await addRuns(scope, sums, serviced, good?.upTo ?? 0, settled)
  // What an act sees before it is over may never have been; and what was told meanwhile is not put back.
  if (!transaction && kept.get(studio) === known) kept.set(studio, { upTo: settled, serviced: as, sums: copied(sums) })
  await addRuns(scope, sums, serviced, settled, last)
  return [...sums.values()]
}

/** Something of a run was changed that may have been summed: it is summed anew, once now and once when the act is over. */
export function forgetExperience({ studio, transaction }: Scope): void {
  const forget = () => void kept.set(studio, { upTo: Number.POSITIVE_INFINITY, serviced: '', sums: new Map() })
  forget()
  transaction?.afterCommit(forget)
}
