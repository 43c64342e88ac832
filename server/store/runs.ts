import { Op } from 'sequelize'
import type { Plate } from '../../core/plate/resolve/plate.ts'
import { pagesOf, sheetsIn } from '../../core/sheet/run-pages.ts'
import { paperSaid } from '../../core/things/media/lot-name.ts'
import type { Run } from '../../core/wire/api/dto.ts'
import { PAGE } from '../../core/wire/api/page-size.ts'
import { wanted } from '../../core/work/runs/search-words.ts'
import { DELIVERED, MOVING, OVER, type RunState } from '../../core/work/runs/states.ts'
import type { NewRow } from '../db/columns.ts'
import type { Row, Tables } from '../db/tables.ts'
import { missing } from '../problems.ts'
import { experience, moreOf } from './experience.ts'
import { plates } from './plates.ts'
import { runWords } from './run-words.ts'
import { acted, type Scope, table } from './table.ts'

/** A run as lists have it: its frozen plate, which is a hundred times as long, lies elsewhere. */
export type RunLine = Row<'runs'>
export type RunRow = RunLine & { plate: Plate }
export type RunChange = Omit<
  NewRow<Tables['runs']>,
  'id' | 'studio' | 'version' | 'plateId' | 'printerName' | 'paperId' | 'paperName' | 'sheets'
>
export type NewRun = RunChange & Pick<RunRow, 'plate' | 'side' | 'only' | 'searchText' | 'faults'>

/** Most runs of one job, and looked through for the last good one of a paper on a printer. */
const OF_A_JOB = 100
const LOOKED_THROUGH = 60

/** Of what is looked for in a log where every word is common, so many runs are looked through at once. */
const WINDOW = 10_000

/** Sheets a run shall bring. */
export const wantedOf = ({ until, sheets }: Pick<RunLine, 'until' | 'sheets'>): number => until ?? sheets

/** What a list shows of a run: what is searched and what the printer was sent stay in the database. */
const SHOWN = [
  'id',
  'jobId',
  'state',
  'message',
  'reason',
  'progress',
  'sheetsDelivered',
  'until',
  'sheets',
  'only',
  'how',
  'faults',
  'side',
  'printerId',
  'printerName',
  'paperName',
  'delivered',
  'dryUntil',
  'inSpite',
  'inspection',
  'createdAt',
  'updatedAt',
  'finishedAt',
] as const satisfies (keyof RunLine)[]
type RunShown = Pick<RunLine, (typeof SHOWN)[number]>

/** A run without its plate. */
export const runDto = (row: RunShown, jobTitle: string): Run => ({
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
  printerName: row.printerName,
  paperName: row.paperName,
  delivered: row.delivered,
  dryUntil: row.dryUntil?.toISOString() ?? null,
  inSpite: row.inSpite,
  inspection: row.inspection,
  createdAt: row.createdAt.toISOString(),
  updatedAt: row.updatedAt.toISOString(),
  finishedAt: row.finishedAt?.toISOString() ?? null,
})

/** What a list shows of a frozen plate: it stands in the run, since the plate never changes. */
export const shownOf = (plate: Plate, side: RunLine['side'], only: RunLine['only']) => ({
  printerName: plate.setup?.printer.name ?? '',
  paperId: plate.setup?.paper.id ?? '',
  paperName: plate.setup ? paperSaid(plate.setup.paper, plate.setup.lot) : '',
  sheets: sheetsIn(pagesOf(plate, side, only)),
})

export function runs(scope: Scope) {
  const rows = table('runs', scope)
  const whole = async (row: RunLine): Promise<RunRow> => (await plates(scope).withPlates([row]))[0] as RunRow
  const all = async (list: Promise<RunLine[]>): Promise<RunRow[]> => plates(scope).withPlates(await list)
  const tryFind = async (id: number, lock = false): Promise<RunRow | null> => {
    const row = await rows.one({ id }, { lock })
    return row && whole(row)
  }
  const find = async (id: number, lock = false): Promise<RunRow> => {
    const row = await tryFind(id, lock)
    if (!row) throw missing('run', id)
    return row
  }
  /** What belongs together is written down together, also where nobody has begun an act. */
  const together = <T>(work: (within: Scope) => Promise<T>): Promise<T> =>
    scope.transaction ? work(scope) : acted(scope.db, (transaction) => work({ ...scope, transaction }))
  return {
    find,
    /** The run, held until the act ends. */
    hold: (id: number): Promise<RunRow> => find(id, true),
    tryFind: (id: number) => tryFind(id),
    stateOf: async (id: number): Promise<RunState | null> => (await rows.one({ id }, { only: ['id', 'state'] }))?.state ?? null,
    /** In which states the other runs of its job are. */
    statesBeside: async ({ id, jobId }: RunRow): Promise<RunState[]> =>
      (await rows.all({ jobId, [Op.not]: { id } }, { only: ['id', 'state'] })).map(({ state }) => state),
    add: ({ plate, ...values }: NewRun): Promise<RunRow> =>
      together(async (within) => {
        const shown = shownOf(plate, values.side, values.only)
        const plateId = await plates(within).keep(JSON.stringify(plate), { printerId: values.printerId ?? '', paperId: shown.paperId })
        const row = await table('runs', within).add({ ...values, plateId, ...shown })
        await runWords(within).write(row.id, row.searchText)
        await experience(within).learn(row, moreOf({ sheetsDelivered: 0, faults: [] }, row))
        return Object.assign(row, { plate })
      }),
    /** Another change that came between stays, unless it is of the very same. */
    async change(run: RunRow, values: RunChange): Promise<RunRow> {
      const withPlate = (row: RunLine) => Object.defineProperty(row as RunRow, 'plate', { enumerable: true, get: () => run.plate })
      // How far it is, which is most of what is written down, teaches nothing.
      if (values.searchText === undefined && values.sheetsDelivered === undefined && values.faults === undefined)
        return withPlate(await rows.change(run, values))
      return together(async (within) => {
        const row = await table('runs', within).change(run, values)
        if (values.searchText !== undefined) await runWords(within).write(row.id, values.searchText, run.searchText)
        await experience(within).learn(row, moreOf(run, values))
        return withPlate(row)
      })
    },
    /**
     * A page of the log, newest first: runs with all of these beginnings of words, in this state, before this run.
     * @returns `next`: before which run to go on; null when all was looked through
     */
    async log({
      q = '',
      state,
      before,
      most = PAGE,
    }: {
      q?: string | undefined
      state?: string | undefined
      before?: number | undefined
      most?: number | undefined
    }): Promise<{
      rows: RunShown[]
      next: number | null
    }> {
      const words = wanted(q)
      const rare = words.length > 0 ? await runWords(scope).ofRarest(words) : null
      // Every word is in very many runs: those that have all of them are found among the newest, or further back bit by bit.
      const last =
        words.length > 0 && rare === null
          ? (before ?? ((await rows.all({}, { only: ['id'], order: [['id', 'DESC']], limit: 1 }))[0]?.id ?? 0) + 1)
          : 0
      const from = Math.max(0, last - WINDOW)
      const ids = {
        [Op.gte]: from,
        ...(before ? { [Op.lt]: before } : {}),
        ...(rare ? { [Op.in]: rare } : {}),
      }
      const found = await rows.all(
        {
          ...(state ? { state: state as RunState } : {}),
          [Op.and]: [{ id: ids }, ...words.map((word) => ({ searchText: { [Op.like]: `% ${word}%` } }))],
        },
        { only: SHOWN, order: [['id', 'DESC']], limit: most },
      )
      return { rows: found, next: found.length === most ? (found.at(-1)?.id ?? null) : from > 0 ? from : null }
    },
    ofJob: (jobId: number): Promise<RunLine[]> => rows.all({ jobId }, { order: [['id', 'DESC']], limit: OF_A_JOB }),
    /** The same with their plates. */
    wholeOfJob: (jobId: number): Promise<RunRow[]> => all(rows.all({ jobId }, { order: [['id', 'DESC']], limit: OF_A_JOB })),
    /** Names the picture of the delivered sheet no longer in runs that were over before; how many there were. */
    letSheetsGo: (before: Date): Promise<number> =>
      rows.follow({ state: OVER, delivered: { [Op.ne]: null } as never, finishedAt: { [Op.lt]: before } as never }, { delivered: null }),
    /** Runs from here that are on their way. */
    moving: () => all(rows.all({ state: MOVING, how: 'sent' })),
    /** Every run that is not over, however it was sent, the oldest first. */
    atWork: () => all(rows.all({ state: MOVING }, { order: [['id', 'ASC']] })),
    drying: () => all(rows.all({ state: 'drying' })),
    movingOn: (printerId: string) => rows.count({ printerId, state: MOVING }),
    lastFront: async (jobId: number): Promise<RunRow | null> =>
      (await all(rows.all({ jobId, side: 'front', state: DELIVERED }, { order: [['id', 'DESC']], limit: 1 })))[0] ?? null,
    /** The last run of a paper on a printer that came out right. */
    async lastGood(printerId: string, paperId: string): Promise<RunRow | null> {
      const found = await rows.all({ printerId, paperId, state: 'done' }, { order: [['id', 'DESC']], limit: LOOKED_THROUGH })
      const good = found.find((r) => r.inspection?.verdict === 'right')
      return good ? whole(good) : null
    },
  }
}
