import { Op } from 'sequelize'
import { pagesOf, sheetsIn } from '../../core/output/page/run-pages.ts'
import { paperSaid } from '../../core/things/media/lot-name.ts'
import type { Printer } from '../../core/things/printers/printer.ts'
import type { Experience } from '../../core/things/studio/experience.ts'
import type { Run } from '../../core/wire/api/dto.ts'
import { DELIVERED, MOVING, OVER, type RunState } from '../../core/work/runs/states.ts'
import type { NewRow } from '../db/columns.ts'
import type { Row, Tables } from '../db/tables.ts'
import { missing } from '../problems.ts'
import { experienceOf, followingExperience } from './experience.ts'
import { type Scope, table } from './table.ts'

export type RunRow = Row<'runs'>
export type RunChange = Omit<NewRow<Tables['runs']>, 'id' | 'studio' | 'version'>

/** Most runs of a page of the log, of one job, and looked through for the last good one of a paper on a printer. */
const LOG_PAGE = 200
const OF_A_JOB = 100
const LOOKED_THROUGH = 60

/** Sheets a run shall bring. */
export const wantedOf = ({ plate, side, only, until }: Pick<RunRow, 'plate' | 'side' | 'only' | 'until'>): number =>
  until ?? sheetsIn(pagesOf(plate, side, only))

/** A run without its plate. */
export function runDto(row: RunRow, jobTitle: string): Run {
  const { plate, inspection } = row
  return {
    id: row.id,
    jobId: row.jobId,
    jobTitle,
    state: row.state,
    message: row.message,
    reason: row.reason,
    progress: row.progress,
    sheetsDelivered: row.sheetsDelivered,
    copies: wantedOf(row),
    only: row.only,
    how: row.how,
    faults: row.faults,
    side: row.side,
    printerId: row.printerId,
    printerName: plate.setup?.printer.name ?? '',
    paperName: plate.setup ? paperSaid(plate.setup.paper, plate.setup.lot) : '',
    delivered: row.delivered,
    dryUntil: row.dryUntil?.toISOString() ?? null,
    inSpite: row.inSpite,
    inspection,
    createdAt: row.createdAt.toISOString(),
    updatedAt: row.updatedAt.toISOString(),
    finishedAt: row.finishedAt?.toISOString() ?? null,
  }
}

export function runs(scope: Scope) {
  const rows = table('runs', scope)
  const find = async (id: number): Promise<RunRow> => {
    const row = await rows.one({ id })
    if (!row) throw missing('run', id)
    return row
  }
  return {
    find,
    /** The run, held until the act ends. */
    async hold(id: number): Promise<RunRow> {
      const row = await rows.one({ id }, { lock: true })
      if (!row) throw missing('run', id)
      return row
    },
    tryFind: (id: number) => rows.one({ id }),
    stateOf: async (id: number): Promise<RunState | null> => (await rows.one({ id }, { only: ['id', 'state'] }))?.state ?? null,
    /** In which states the other runs of its job are. */
    statesBeside: async ({ id, jobId }: RunRow): Promise<RunState[]> =>
      (await rows.all({ jobId, [Op.not]: { id } }, { only: ['id', 'state'] })).map(({ state }) => state),
    add: (values: RunChange) => rows.add(values),
    /** Another change that came between stays, unless it is of the very same. */
    async change(run: RunRow, values: RunChange): Promise<RunRow> {
      const follow = followingExperience(scope, run, values)
      const next = await rows.change(run, values)
      follow()
      return next
    },
    /** The log, newest first: of these words, in this state, before this run. */
    log({ q = '', state, before }: { q?: string | undefined; state?: string | undefined; before?: number | undefined }): Promise<RunRow[]> {
      const words = q.split(/\s+/).filter(Boolean).slice(0, 8)
      const like = words.map((word) => ({ searchText: { [Op.like]: `%${word.replace(/[\\%_]/g, (s) => `\\${s}`)}%` } }))
      return rows.all(
        {
          ...(state ? { state: state as RunState } : {}),
          ...(before ? { id: { [Op.lt]: before } as never } : {}),
          ...(like.length > 0 ? { [Op.and]: like } : {}),
        },
        { order: [['id', 'DESC']], limit: LOG_PAGE },
      )
    },
    ofJob: (jobId: number) => rows.all({ jobId }, { order: [['id', 'DESC']], limit: OF_A_JOB }),
    /** Names the picture of the delivered sheet no longer in runs that were over before; how many there were. */
    letSheetsGo: (before: Date): Promise<number> =>
      rows.follow({ state: OVER, delivered: { [Op.ne]: null } as never, finishedAt: { [Op.lt]: before } as never }, { delivered: null }),
    /** Runs from here that are on their way. */
    moving: () => rows.all({ state: MOVING, how: 'sent' }),
    /** Every run that is not over, however it was sent, the oldest first. */
    atWork: () => rows.all({ state: MOVING }, { order: [['id', 'ASC']] }),
    drying: () => rows.all({ state: 'drying' }),
    movingOn: (printerId: string) => rows.count({ printerId, state: MOVING }),
    lastFront: async (jobId: number): Promise<RunRow | null> =>
      (await rows.all({ jobId, side: 'front', state: DELIVERED }, { order: [['id', 'DESC']], limit: 1 }))[0] ?? null,
    /** The last run of a paper on a printer that came out right. */
    async lastGood(printerId: string, paperId: string): Promise<RunRow | null> {
      const found = await rows.all({ printerId, state: 'done' }, { order: [['id', 'DESC']], limit: LOOKED_THROUGH })
      return found.find((r) => r.inspection?.verdict === 'right' && r.plate.setup?.paper.id === paperId) ?? null
    },
    experience: (printers: readonly Printer[]): Promise<Experience[]> => experienceOf(scope, printers),
  }
}
