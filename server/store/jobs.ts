import { Op } from 'sequelize'
import type { Brief } from '../../core/things/brief/brief.ts'
import { type Item, pictureIn } from '../../core/things/brief/item.ts'
import type { Job, JobEdit, JobHead } from '../../core/wire/api/dto.ts'
import { stampOf } from '../../core/wire/api/job-head.ts'
import { PAGE } from '../../core/wire/api/page-size.ts'
import { JOB_STATES, JOBS_OVER, LAST_JOBS } from '../../core/work/runs/states.ts'
import type { Row } from '../db/tables.ts'
import { missing, Refusal } from '../problems.ts'
import type { pictures } from './pictures.ts'
import type { Before } from './snapshots.ts'
import { ChangedMeanwhile, readable, type Scope, table } from './table.ts'

export type JobRow = Row<'jobs'>
type New = Pick<JobRow, 'title' | 'brief' | 'pins'> & Partial<Pick<JobRow, 'state'>>

/** States in which something is to be done about a job. */
const OPEN = JOB_STATES.filter((state) => !JOBS_OVER.includes(state))
const UNTAKEN = JOB_STATES.filter((state) => state !== 'printing')

export const jobDto = ({ id, title, state, brief, pins, version, archived, gang, createdAt, updatedAt }: JobRow): Job => ({
  id,
  title,
  state,
  brief,
  pins,
  version,
  archived,
  gang,
  createdAt: createdAt.toISOString(),
  updatedAt: updatedAt.toISOString(),
})

/** With more changes than these the whole list of heads is read. */
const MANY = 300
const HEAD = {
  only: ['id', 'version', 'state', 'gang', 'updatedAt'],
  worked: {
    // Of thousands of briefs only this is wanted.
    dueAt: "JSON_VALUE(brief, '$.dueAt')",
    begun:
      'EXISTS (SELECT 1 FROM runs WHERE runs.studio = jobs.studio AND runs.job_id = jobs.id AND (runs.sheets_delivered > 0 OR runs.inspection IS NOT NULL))',
  },
} as const

const headOf = ({
  id,
  version,
  state,
  gang,
  updatedAt,
  dueAt,
  begun,
}: Pick<JobRow, (typeof HEAD.only)[number]> & { dueAt: unknown; begun: unknown }): JobHead => ({
  id,
  version,
  state,
  gang,
  updatedAt: updatedAt.toISOString(),
  dueAt: typeof dueAt === 'string' ? dueAt : null,
  begun: Boolean(begun),
})
const asBegun = (a: JobHead, b: JobHead) => a.id - b.id
const isOver = ({ state }: JobHead): boolean => JOBS_OVER.includes(state)

/**
 * A list of heads with those that were read again.
 * @param written ids of all that were written: what is not among the fresh ones is gone
 * @returns null where one that is over and was not listed may have to be: only the database knows which
 */
function headsWith(before: readonly JobHead[], fresh: readonly JobHead[], written: ReadonlySet<string>): JobHead[] | null {
  const had = new Map(before.flatMap((head) => (written.has(String(head.id)) ? [[head.id, head] as const] : [])))
  const stillOver = new Set(fresh.filter(isOver).map(({ id }) => id))
  const full = before.filter(isOver).length >= LAST_JOBS
  if (full && [...had.values()].some((head) => isOver(head) && !stillOver.has(head.id))) return null
  // One that is as it was is the very same.
  const now = fresh.map((head) => {
    const one = had.get(head.id)
    return one && stampOf(one) === stampOf(head) ? one : head
  })
  const list = [...before.filter(({ id }) => !had.has(id)), ...now].sort(asBegun)
  const over = list.filter(isOver)
  const dropped = new Set(over.slice(0, Math.max(0, over.length - LAST_JOBS)))
  return list.filter((head) => !dropped.has(head))
}

/** @param message what somebody is told whose job was changed by another */
const jobChanged = (message: string, current: JobRow | null): Refusal =>
  new Refusal(409, {
    code: 'changed-meanwhile',
    field: 'version',
    message,
    ...(current ? { current: jobDto(current), value: String(current.version) } : {}),
  })

export function jobs(scope: Scope, known: Pick<ReturnType<typeof pictures>, 'named' | 'byHash'>) {
  const rows = table('jobs', scope)
  /**
   * A brief names a picture by its id: what is known of it is what the studio itself found out when it took it in.
   * @param like what it was made from: a picture of that, which was removed and has been added again, is known by its file
   */
  async function withOwnPictures(brief: Brief, like: Brief | null): Promise<Brief> {
    const had = new Map(like?.items.flatMap((item) => pictureIn(item) ?? []).map(({ id, hash }) => [id, hash]))
    const own = await known.named(brief.items.flatMap((item) => pictureIn(item)?.id ?? []))
    const withOwn = async (item: Item): Promise<Item> => {
      const named = pictureIn(item)
      if (!named) return item
      const hash = had.get(named.id)
      const picture = own.get(named.id) ?? (hash === undefined ? null : await known.byHash(hash))
      if (!picture)
        throw new Refusal(422, {
          code: 'unknown-picture',
          field: 'brief.picture',
          value: named.id,
          message: 'The studio does not have this picture. Add it first, then choose it.',
        })
      return { ...item, content: { as: 'picture' as const, picture } }
    }
    return { ...brief, items: await Promise.all(brief.items.map(withOwn)) }
  }
  const find = async (id: number, lock = false): Promise<JobRow> => {
    const row = await rows.one({ id }, { lock })
    if (!row) throw missing('job', id)
    return row
  }
  return {
    find,
    tryFind: (id: number, lock = false) => rows.one({ id }, { lock }),
    /**
     * Heads of every job about which something is to be done, and of the last of those that are over; as they were begun.
     * @param before the list as it was: only the rows that were written since are read
     */
    async heads(before: Before<readonly JobHead[]> | null): Promise<readonly JobHead[]> {
      const written = before?.written('jobs')
      if (before && written && written.size <= MANY) {
        if (written.size === 0) return before.value
        const fresh = await rows.all({ id: [...written].map(Number), archived: false }, HEAD)
        const list = headsWith(before.value, fresh.map(headOf), written)
        if (list) return list
      }
      const [open, over] = await Promise.all([
        rows.all({ archived: false, state: OPEN }, HEAD),
        rows.all({ archived: false, state: JOBS_OVER }, { ...HEAD, order: [['id', 'DESC']], limit: LAST_JOBS }),
      ])
      return [...open, ...over].map(headOf).sort(asBegun)
    },
    /** A page of all that are not archived, newest first, before this one; or those of these numbers that there are. */
    page: ({ before, ids }: { before?: number | undefined; ids?: readonly number[] | undefined }): Promise<JobRow[]> =>
      rows.all(
        {
          archived: false,
          ...(ids || before ? { id: { ...(ids ? { [Op.in]: ids } : {}), ...(before ? { [Op.lt]: before } : {}) } as never } : {}),
        },
        { order: [['id', 'DESC']], limit: ids ? ids.length : PAGE },
      ),
    /** Jobs still to be printed in which this profile was chosen. */
    pinning: async (profileId: string): Promise<{ id: number; title: string }[]> =>
      (await rows.all({ archived: false, state: OPEN }, { only: ['id', 'title', 'pins'] }))
        .filter(({ pins }) => pins.profile === profileId)
        .map(({ id, title }) => ({ id, title })),
    /** Jobs about which something is to be done, by the pictures in them. */
    async byPicture(): Promise<Map<string, { id: number; title: string }[]>> {
      const of = new Map<string, { id: number; title: string }[]>()
      const open = await rows.all({ archived: false, state: OPEN }, { only: ['id', 'title', 'brief'], order: [['id', 'ASC']] })
      for (const { id, title, brief } of readable(open, (row) => ({ id: row.id, title: row.title, brief: row.brief })))
        for (const picture of new Set(brief.items.flatMap((item) => pictureIn(item)?.id ?? [])))
          of.set(picture, [...(of.get(picture) ?? []), { id, title }])
      return of
    },
    printing: () => rows.all({ state: 'printing' }),
    count: () => rows.count(),
    /** @param like what it is begun like, where that is another's brief */
    add: async ({ title, brief, pins, state = 'setup' }: New, like: Brief | null = null) =>
      rows.add({ title: title.slice(0, 120), brief: await withOwnPictures(brief, like), pins, state }),
    async titles(ids: readonly number[]): Promise<Map<number, string>> {
      const found = await rows.all({ id: [...new Set(ids)] }, { only: ['id', 'title'] })
      return new Map(found.map((job) => [job.id, job.title]))
    },
    /** Refuses with 409 when the job is not the one that was seen; within an act it is held until that ends. */
    async seen(id: number, version: number, message: string): Promise<JobRow> {
      const job = await find(id, true)
      if (job.version !== version) throw jobChanged(message, job)
      return job
    },
    /** Takes an edit of the job as it was seen. Refuses with 409 and the newer one when somebody else was faster. */
    async edit(job: JobRow, edit: Omit<JobEdit, 'version'>, message: string): Promise<JobRow> {
      const brief = edit.brief ? { brief: await withOwnPictures(edit.brief as Brief, job.brief) } : {}
      try {
        return await rows.change(job, { ...edit, ...brief } as Partial<JobRow>, true)
      } catch (error) {
        if (error instanceof ChangedMeanwhile) throw jobChanged(message, error.current as JobRow | null)
        throw error
      }
    },
    /** Of two people who print the job at once one takes it. */
    async take(job: JobRow): Promise<void> {
      const taken = await rows.follow({ id: job.id, version: job.version, state: UNTAKEN }, { state: 'printing' })
      if (taken === 0)
        throw new Refusal(409, {
          code: 'already-printing',
          field: 'state',
          message: 'This job is being printed already. Follow that run, or cancel it first.',
        })
    },
    /** Jobs that ask for one paper ask for another. */
    async giveTo(from: string, into: string): Promise<void> {
      for (const job of await rows.all({ archived: false }))
        if (job.brief.paperId === from) await rows.change(job, { brief: { ...job.brief, paperId: into } })
    },
    /** Its pieces, as they were seen, are printed with those of others from now on. Of two gangs that want it at once one gets it. */
    async joins(job: JobRow, gang: number): Promise<void> {
      const joined = await rows.follow({ id: job.id, version: job.version, state: UNTAKEN, gang: null }, { gang })
      if (joined === 0)
        throw new Refusal(409, {
          code: 'in-gang',
          field: 'jobIds',
          value: String(job.id),
          message: `${job.id} ${job.title} was changed, printed or taken into another gang at this moment. Look at it again.`,
        })
    },
    /** It is printed by itself again. */
    async parts(id: number): Promise<void> {
      await rows.follow({ id }, { gang: null })
    },
    remove: (id: number) => rows.remove({ id }),
    /** What its runs have come to. */
    async stands(id: number, state: Job['state']): Promise<void> {
      await rows.follow({ id }, { state })
    },
  }
}
