import { QueryTypes } from 'sequelize'
import type { z } from 'zod'
import { lotAmount } from '../../core/things/media/lot-amount.ts'
import { type Lot, LotStorySchema } from '../../core/things/media/media.ts'
import { counted } from '../../core/things/words/counted.ts'
import type { LotEntry, LotFate } from '../../core/wire/api/papers.ts'
import type { Row } from '../db/tables.ts'
import { missing, Refusal } from '../problems.ts'
import { listAgain } from './list-again.ts'
import { rules } from './rules.ts'
import type { Before } from './snapshots.ts'
import { readable, type Scope, table } from './table.ts'

const NO_STORY = LotStorySchema.parse({})
const lotOf = (row: Row<'lots'>): Lot => ({
  ...(row.story ?? NO_STORY),
  aside: row.aside,
  id: row.id,
  paperId: row.paperId,
  form: row.form,
  pwg: row.pwg,
  nominal: { width: row.nominalWidth, length: row.nominalLength },
  measured: { width: row.measuredWidth, length: row.measuredLength },
  spread: row.spread,
  readings: row.readings ?? { width: [], length: [], diagonals: [] },
  outOfSquare: row.outOfSquare,
  stock: row.stock,
})

const entryOf = (row: Row<'lots'>): LotEntry => ({ ...lotOf(row), finished: row.archived })

/** The columns of a lot. */
const rowOf = ({ nominal, measured, mark, number, arrived, arrivedWith, paidCents, opened, ...lot }: Partial<Lot>) => ({
  ...lot,
  ...storyOf({ mark, number, arrived, arrivedWith, paidCents, opened }, {}),
  ...(nominal ? { nominalWidth: nominal.width, nominalLength: nominal.length } : {}),
  ...(measured ? { measuredWidth: measured.width, measuredLength: measured.length } : {}),
})

type LotStory = z.infer<typeof LotStorySchema>
/** Its story with what is said of it now over what was known. */
const storyOf = (said: { [K in keyof LotStory]?: LotStory[K] | undefined }, known: Partial<LotStory>) => {
  const told = Object.fromEntries(Object.entries(said).filter(([, value]) => value !== undefined))
  return Object.keys(told).length > 0 ? { story: LotStorySchema.parse({ ...known, ...told }) } : {}
}

/** Boxes and rolls, and what of them lies in each path. */
export function lots(scope: Scope) {
  const rows = table('lots', scope)
  const trays = table('loaded', scope)
  const find = async (id: string): Promise<Row<'lots'>> => {
    const row = await rows.one({ id }, { lock: true })
    if (!row) throw missing('lot', id)
    return row
  }
  return {
    /** Those that something can be printed on. */
    list: (before: Before<readonly Lot[]> | null = null): Promise<Lot[]> =>
      listAgain(scope, {
        table: 'lots',
        where: 'NOT archived AND NOT aside',
        order: 'position',
        before,
        read: (ids) => rows.all({ archived: false, aside: false, ...(ids ? { id: ids } : {}) }, { order: [['position', 'ASC']] }),
        make: lotOf,
      }),
    /** Those that were set aside too, and, unless it is said otherwise, those used up. */
    entries: async (of: { paperId?: string; archived?: boolean } = {}): Promise<LotEntry[]> =>
      readable(await rows.all(of, { order: [['position', 'ASC']] }), entryOf),
    /** How many lots of each paper are not used up. */
    async leftOf(): Promise<Map<string, number>> {
      const counted = await scope.db.query<{ paperId: string; many: number }>(
        'SELECT paper_id AS paperId, COUNT(*) AS many FROM lots WHERE studio = ? AND NOT archived GROUP BY paper_id',
        { type: QueryTypes.SELECT, replacements: [scope.studio], ...(scope.transaction ? { transaction: scope.transaction } : {}) },
      )
      return new Map(counted.map(({ paperId, many }) => [paperId, Number(many)]))
    },
    entry: async (id: string): Promise<LotEntry> => entryOf(await find(id)),
    ids: async (): Promise<string[]> => (await rows.all({}, { only: ['id'] })).map((row) => row.id),
    /** What became of it. What was opened, set aside or used up is so from now on. */
    async fate(id: string, { finished, aside, ...story }: LotFate): Promise<LotEntry> {
      const row = await find(id)
      const changed = await rows.change(row, {
        ...storyOf(story, row.story ?? {}),
        ...(aside === undefined ? {} : { aside }),
        ...(finished === undefined ? {} : { archived: finished }),
      })
      if (finished || aside) for (const tray of await trays.all({ lotId: id })) await trays.change(tray, { lotId: null, remaining: 0 })
      return entryOf(changed)
    },
    /** All lots of one paper become another's. */
    async giveTo(from: string, into: string): Promise<void> {
      for (const row of await rows.all({ paperId: from })) await rows.change(row, { paperId: into })
    },
    /** Those of these ids, in their order, used up or not. */
    async ofIds(ids: readonly string[]): Promise<Lot[]> {
      const found = new Map((ids.length > 0 ? await rows.all({ id: [...ids] }) : []).map((row) => [row.id, lotOf(row)]))
      return ids.flatMap((id) => found.get(id) ?? [])
    },
    count: () => rows.count(),
    find: async (id: string): Promise<Lot> => lotOf(await find(id)),
    tryFind: async (id: string): Promise<Lot | null> => {
      const row = await rows.one({ id })
      return row && lotOf(row)
    },
    add: async (lot: Lot) => lotOf(await rows.add({ ...rowOf(lot), position: await rows.count() })),
    /** Several, one after the other at the end of the shelf. */
    async addAll(list: readonly Lot[]): Promise<void> {
      const first = await rows.count()
      for (const [i, lot] of list.entries()) await rows.insert({ ...rowOf(lot), position: first + i })
    },
    change: async (id: string, change: Partial<Lot>): Promise<Lot> => lotOf(await rows.change(await find(id), rowOf(change))),
    /** Takes sheets, or µm of roll, off a lot; a lot that is gone has nothing to lose. */
    async takeOff(id: string, used: number): Promise<void> {
      const row = await rows.one({ id }, { lock: true })
      if (row && used > 0) await rows.change(row, { stock: Math.max(0, row.stock - used) })
    },
    loaded: async () =>
      (
        await trays.all(
          {},
          {
            order: [
              ['printerId', 'ASC'],
              ['pathId', 'ASC'],
            ],
          },
        )
      ).map(({ printerId, pathId, lotId, remaining }) => ({ printerId, pathId, lotId, remaining })),
    /**
     * Records what lies in a path. A roll is one thing and hangs where it was last seen; of a box no more can lie in all
     * paths than there is. Refuses with 422 when it would.
     */
    async load(printerId: string, pathId: string, lotId: string | null, remaining: number): Promise<void> {
      if (lotId !== null) {
        const lot = await find(lotId)
        const elsewhere = (await trays.all({ lotId })).filter((t) => t.printerId !== printerId || t.pathId !== pathId)
        if (lot.form === 'roll') for (const tray of elsewhere) await trays.change(tray, { lotId: null, remaining: 0 })
        const lies = lot.form === 'roll' ? 0 : elsewhere.reduce((sum, t) => sum + t.remaining, 0)
        if (lies + remaining > lot.stock) {
          const left = lotAmount(lot, lot.stock, (await rules(scope).read()).unit)
          throw new Refusal(422, {
            code: 'not-so-many',
            field: 'remaining',
            value: String(remaining),
            limit: String(Math.max(0, lot.stock - lies)),
            message: `Lot ${lotId} has ${left} left${lies > 0 ? `, and ${counted(lies, 'of them lies', 'of them lie')} in another path` : ''}. Record what lies here, or correct the stock.`,
          })
        }
      }
      await trays.put({ printerId, pathId, lotId, remaining: lotId === null ? 0 : remaining })
    },
    /** Of this lot, how many lie in other paths than this one. */
    elsewhere: async (lotId: string, printerId: string, pathId: string): Promise<number> =>
      (await trays.all({ lotId })).filter((t) => t.printerId !== printerId || t.pathId !== pathId).reduce((sum, t) => sum + t.remaining, 0),
    /** A roll is one thing: what is left of it is what hangs in the printer. */
    async rollLeft(lotId: string, remaining: number): Promise<void> {
      for (const tray of await trays.all({ lotId })) await trays.change(tray, { remaining })
    },
    /** Counts down what lies in a path, when it is this lot; `empties` takes it out when it is used up. */
    async takeLoaded(printerId: string, pathId: string, lotId: string, used: number, empties: boolean): Promise<void> {
      const tray = await trays.one({ printerId, pathId }, { lock: true })
      // What nobody has recorded as loaded is not counted down.
      if (!tray || tray.lotId !== lotId || used <= 0) return
      const remaining = Math.max(0, tray.remaining - used)
      await trays.change(tray, { remaining, lotId: empties && remaining === 0 ? null : tray.lotId })
    },
  }
}
