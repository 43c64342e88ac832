import { QueryTypes } from 'sequelize'
import type { Printer } from '../../core/things/printers/printer.ts'
import type { Experience } from '../../core/things/studio/experience.ts'
import type { FoundFault } from '../../core/work/runs/inspection.ts'
import { MOVING } from '../../core/work/runs/states.ts'
import type { Row } from '../db/tables.ts'
import type { Scope } from './table.ts'

type Sums = Map<string, Experience>

/** What was summed for a studio: runs up to a number but for those that were moving, for paths that were last serviced then. */
interface Summed {
  upTo: number
  moving: ReadonlySet<number>
  serviced: string
  sums: Sums
}
const kept = new Map<string, Summed>()
const NOTHING_YET = (): Summed => ({ upTo: Number.POSITIVE_INFINITY, moving: new Set(), serviced: '[]', sums: new Map() })

/** How often a studio was summed anew, from its first run. */
const anew = new Map<string, number>()

/** MariaDB cuts a group that grows too long: a list that is cut is left out rather than guessed. */
function readFaults(text: string): FoundFault[] {
  if (!text) return []
  try {
    return JSON.parse(text) as FoundFault[]
  } catch {
    return []
  }
}

type Those = { ids: readonly number[] } | { after: number; upTo: number; but: readonly number[] }

/** Adds what these runs have done on each path since it was last serviced. */
async function addRuns(scope: Scope, sums: Sums, serviced: ReadonlyMap<string, string | null>, those: Those): Promise<void> {
  const byId = 'ids' in those
  if (byId ? those.ids.length === 0 : those.after >= those.upTo) return
  const days = await scope.db.query<{ printerId: string; pathId: string; day: string; sheets: string; faults: string | null }>(
    `SELECT printer_id AS printerId, path_id AS pathId, DATE_FORMAT(created_at, '%Y-%m-%d') AS day, SUM(sheets_delivered) AS sheets,
       GROUP_CONCAT(IF(faults = '[]', NULL, faults) SEPARATOR '\\n') AS faults
     FROM runs WHERE studio = :studio AND path_id IS NOT NULL
       AND ${byId ? 'id IN (:ids)' : `id > :after AND id <= :upTo ${those.but.length > 0 ? 'AND id NOT IN (:but)' : ''}`}
     GROUP BY printer_id, path_id, day`,
    {
      type: QueryTypes.SELECT,
      replacements: { studio: scope.studio, ...those },
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
 * summed once and kept in mind, so that it costs no more when there are many; those that are moving, a few, are added each
 * time, however long one of them waits. Their numbers are given and committed in order, so none comes in below later. What is
 * changed in a run that was summed is followed by `followingExperience`.
 */
export async function experienceOf(scope: Scope, printers: readonly Printer[]): Promise<Experience[]> {
  const { db, studio, transaction } = scope
  const within = { type: QueryTypes.SELECT as const, ...(transaction ? { transaction } : {}) }
  const serviced = new Map<string, string | null>(
    printers.flatMap((p) => p.paths.map((path) => [`${p.id} ${path.id}`, path.serviced] as const)),
  )
  const as = JSON.stringify([...serviced])
  const known = kept.get(studio)
  // The last number first: a run that begins after it is not taken for one that is over.
  const [end] = await db.query<{ last: number | null }>('SELECT MAX(id) AS last FROM runs WHERE studio = :studio', {
    ...within,
    replacements: { studio },
  })
  const last = end?.last ?? 0
  const rows = await db.query<{ id: number }>('SELECT id FROM runs WHERE studio = :studio AND state IN (:moving) AND id <= :last', {
    ...within,
    replacements: { studio, moving: [...MOVING], last },
  })
  const moving = new Set(rows.map(({ id }) => id))
  // Fewer than were summed: the studio was emptied.
  const good = known?.serviced === as && known.upTo <= last ? known : null
  if (!good) anew.set(studio, (anew.get(studio) ?? 0) + 1)
  const sums: Sums = good ? copied(good.sums) : new Map()
  const ended = [...(good?.moving ?? [])].filter((id) => !moving.has(id))
  await addRuns(scope, sums, serviced, { ids: ended })
  await addRuns(scope, sums, serviced, { after: good?.upTo ?? 0, upTo: last, but: [...moving] })
  // What an act sees before it is over may never have been; and what was told meanwhile is not put back.
  if (!transaction && kept.get(studio) === known) kept.set(studio, { upTo: last, moving, serviced: as, sums: copied(sums) })
  await addRuns(scope, sums, serviced, { ids: [...moving] })
  // In one order, and without those of whose runs nothing came: the same whether it was summed at once or followed.
  return [...sums.values()]
    .filter(({ sheets, faults }) => sheets > 0 || Object.keys(faults).length > 0)
    .sort((a, b) => `${a.printerId} ${a.pathId}`.localeCompare(`${b.printerId} ${b.pathId}`, 'en'))
}

/** Nothing is kept in mind of a studio any more; said at once and, within an act, again when it is over. */
export function forgetExperience({ studio, transaction }: Scope): void {
  const forget = () => void kept.set(studio, NOTHING_YET())
  forget()
  transaction?.afterCommit(forget)
}

type Counted = Pick<Row<'runs'>, 'id' | 'state' | 'printerId' | 'pathId' | 'sheetsDelivered' | 'faults' | 'createdAt'>

const isSummed = (of: Summed | undefined, { id }: Counted): boolean => of !== undefined && id <= of.upTo && !of.moving.has(id)

/** What is kept in mind with what a run has more of, where it counts since its path was last serviced. */
function withMore(known: Summed, run: Counted, { sheets, faults }: Pick<Experience, 'sheets' | 'faults'>): Summed {
  const key = `${run.printerId} ${run.pathId}`
  const since = new Map<string, string | null>(JSON.parse(known.serviced)).get(key)
  const sums = copied(known.sums)
  if (run.pathId !== null && since !== undefined && !(since && run.createdAt.toISOString().slice(0, 10) < since)) {
    const one = sums.get(key) ?? { printerId: run.printerId, pathId: run.pathId, sheets: 0, faults: {} }
    sums.set(key, one)
    one.sheets += sheets
    for (const [cause, n] of Object.entries(faults)) {
      const now = (one.faults[cause] ?? 0) + n
      if (now === 0) delete one.faults[cause]
      else one.faults[cause] = now
    }
  }
  return { ...known, sums }
}

/**
 * To be called before a run is changed; what it answers with, when it was: what is kept in mind follows once the act is over.
 * Where somebody summed the very run in between, nobody knows as what, and all is summed anew.
 */
export function followingExperience({ studio, transaction }: Scope, run: Counted, values: Partial<Counted>): () => void {
  const before = { summed: isSummed(kept.get(studio), run), anew: anew.get(studio) }
  const faults: Record<string, number> = {}
  const count = (list: Counted['faults'], by: number) => {
    for (const { causeId } of list) faults[causeId] = (faults[causeId] ?? 0) + by
  }
  if (values.faults) {
    count(run.faults, -1)
    count(values.faults, 1)
  }
  const sheets = values.sheetsDelivered === undefined ? 0 : values.sheetsDelivered - run.sheetsDelivered
  const nothing = sheets === 0 && Object.values(faults).every((n) => n === 0)
  const follow = () => {
    const known = kept.get(studio)
    if (!known || !isSummed(known, run)) return
    if (before.summed && before.anew === anew.get(studio)) kept.set(studio, withMore(known, run, { sheets, faults }))
    // Of one that was moving what it ended with has been summed.
    else if (!MOVING.includes(run.state)) kept.set(studio, NOTHING_YET())
  }
  return () => {
    if (nothing) return
    if (transaction) transaction.afterCommit(follow)
    else follow()
  }
}
