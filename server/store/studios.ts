import { QueryTypes, type Sequelize, UniqueConstraintError } from 'sequelize'
import { DEMO_STUDIO, shortNameOf } from '../../core/things/studio/short-name.ts'
import type { CopyWhat, StudioEntry } from '../../core/wire/api/studios.ts'
import { MOVING } from '../../core/work/runs/states.ts'
import { TABLES, type TableName } from '../db/tables.ts'
import { missing, Refusal } from '../problems.ts'
import { writtenElsewhere } from './snapshots.ts'
import { openStore, type Store, THINGS } from './store.ts'
import { type Scope, table, transacted } from './table.ts'

/** What each kind of copy takes along. Numbers go on where they were; requests were made of the other. */
const TAKES: Record<CopyWhat, readonly TableName[]> = {
  everything: THINGS.filter((name) => name !== 'requests'),
  'without-jobs': [
    'counters',
    'printers',
    'machines',
    'printerLog',
    'papers',
    'lots',
    'samplePacks',
    'orders',
    'layouts',
    'profiles',
    'profileChecks',
    'pairings',
    'loaded',
    'rules',
    'offsets',
  ],
  'printers-and-papers': ['counters', 'printers', 'machines', 'printerLog', 'papers', 'rules'],
}
/** Answers are kept this long: longer than any device waits to ask again, ms. */
const KEPT = 3 * 24 * 3_600_000
/** Requests forgotten at once. */
const MOST = 2000

const snake = (name: string) => name.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`)

interface NewStudio {
  name: string
  like?: string
  wanted?: string | undefined
  demo?: boolean
  making?: string | null
}

interface Listed {
  studio: string
  name: string
  demo: number
  making: string | null
  since: Date
  printers: number
  papers: number
  jobs: number | null
}

/** The studios of this installation. Everything in here looks at several, or at one as a whole; all else belongs to one. */
export function studios(db: Sequelize) {
  const scope = (studio: string, transaction: Scope['transaction'] = null): Scope => ({ db, studio, transaction })
  const row = (studio: string) => table('studios', scope(studio))
  /** Every row of these tables once more, as another studio's. */
  const again = async (names: readonly TableName[], from: string, to: string, transaction: NonNullable<Scope['transaction']>) => {
    for (const name of names) {
      const definition = TABLES[name]
      const stamps = 'unstamped' in definition ? [] : ['createdAt', 'updatedAt']
      const columns = [...Object.keys(definition.columns).filter((c) => c !== 'studio'), ...stamps].map((c) => `\`${snake(c)}\``)
      await db.query(
        `INSERT INTO \`${definition.name}\` (studio, ${columns}) SELECT :to, ${columns} FROM \`${definition.name}\` WHERE studio = :from`,
        { replacements: { from, to }, transaction },
      )
    }
  }
  /** What was being printed when a studio was taken along stays the other's: no printer is asked for it again. */
  const unmoved = async (studio: string, message: string, transaction: Scope['transaction'] = null): Promise<void> => {
    const ended = { state: 'cancelled' as const, reason: null, message, finishedAt: new Date() }
    await table('runs', scope(studio, transaction)).follow({ state: MOVING }, ended)
    await table('jobs', scope(studio, transaction)).follow({ state: 'printing' }, { state: 'setup' })
  }
  return {
    unmoved,
    open: (studio: string): Store => openStore(db, studio),
    async list(): Promise<StudioEntry[]> {
      const rows = await db.query<Listed>(
        `SELECT s.studio, s.name, s.demo, s.making, s.created_at AS since,
                (SELECT COUNT(*) FROM printers p WHERE p.studio = s.studio AND p.archived = 0) AS printers,
                (SELECT COUNT(*) FROM papers p WHERE p.studio = s.studio AND p.archived = 0) AS papers,
                (SELECT last FROM counters c WHERE c.studio = s.studio AND c.series = 'jobs') AS jobs
           FROM studios s ORDER BY s.demo, s.name`,
        { type: QueryTypes.SELECT },
      )
      return rows.map((r) => ({ ...r, demo: Boolean(r.demo), since: r.since.toISOString(), jobs: r.jobs ?? 0 }))
    },
    async find(studio: string) {
      const found = await row(studio).one({})
      if (!found) throw missing('studio', studio)
      return found
    },
    tryFind: (studio: string) => row(studio).one({}),
    /**
     * A new studio with nothing in it; its short name is made from `like` unless one is wanted. Of two who want the same
     * at one moment one gets the next. Refuses with 409 a wanted one that is taken.
     * @param making what is going to be done before it can be used; null when it can be used at once
     */
    async begin({ name, like = name, wanted, demo = false, making = null }: NewStudio): Promise<string> {
      for (;;) {
        const rows = await db.query<{ studio: string }>('SELECT studio FROM studios', { type: QueryTypes.SELECT })
        const taken = [...(demo ? [] : [DEMO_STUDIO]), ...rows.map((r) => r.studio)]
        const studio = wanted ?? shortNameOf(like, taken)
        if (!taken.includes(studio))
          try {
            // What a studio of this name may have left behind is not the new one's.
            await openStore(db, studio).empty()
            await row(studio).add({ name, demo, making })
            return studio
          } catch (error) {
            if (!(error instanceof UniqueConstraintError)) throw error
          }
        if (wanted !== undefined)
          throw new Refusal(409, {
            code: 'taken',
            field: 'studio',
            value: wanted,
            message: `Another studio has the short name “${wanted}”. Choose another.`,
          })
      }
    },
    rename: async (studio: string, name: string): Promise<void> => {
      await row(studio).follow({}, { name })
    },
    /** What is being done to it; null once it can be used. */
    making: async (studio: string, making: string | null): Promise<void> => {
      await row(studio).follow({}, { making: making?.slice(0, 200) ?? null })
    },
    /** Runs that a printer may be at work on. */
    moving: (studio: string): Promise<number> => table('runs', scope(studio)).count({ state: MOVING }),
    /** Takes what is wanted of one studio into another that has nothing. What was being printed stays the other's. */
    copy: (from: string, to: string, what: CopyWhat): Promise<void> =>
      transacted(db, async (transaction) => {
        await again(TAKES[what], from, to, transaction)
        await unmoved(to, 'It was being printed in the studio this one was copied from.', transaction)
        writtenElsewhere(to)
        // What lies in a printer, and what of a lot is left, stays true of both: they look at the same shelf.
      }),
    /** Forgets requests, of all studios, that nobody makes again. */
    forgetRequests: (now = Date.now()) =>
      db.query('DELETE FROM requests WHERE created_at < :before LIMIT :most', {
        replacements: { before: new Date(now - KEPT), most: MOST },
      }),
    /** Removes a studio and everything it has, all of it or nothing. */
    async remove(studio: string): Promise<void> {
      await transacted(db, async (transaction) => {
        for (const name of [...THINGS, 'studios'] as const) await table(name, scope(studio, transaction)).remove({})
      })
      writtenElsewhere(studio)
    },
  }
}
