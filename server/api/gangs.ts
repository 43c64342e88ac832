import { resolve } from '../../core/plate/resolve/resolve.ts'
import { membersOf } from '../../core/things/brief/brief.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import { gangOf, type Member, piecesOf, unganged, unlike, withPiecesOf } from '../../core/work/gang/gang.ts'
import type { App } from '../app-context.ts'
import { Refusal } from '../problems.ts'
import { type JobRow, jobDto } from '../store/jobs.ts'
import type { Act } from '../store/store.ts'
import { router } from './shared.ts'

const memberOf = (job: JobRow, studio: Studio): Member => ({ id: job.id, title: job.title, plate: resolve(job.brief, studio, job.pins) })

const refuse = (job: Pick<JobRow, 'id' | 'title'>, why: string) =>
  new Refusal(422, { code: 'cannot-gang', field: 'jobIds', value: String(job.id), message: `${job.id} ${job.title}: ${why}` })

/** Jobs that are printed together, as one job whose pieces are theirs. */
export function gangsApi(app: App) {
  const { store, events } = app
  return router()
    .call('POST /gangs', async (c) => {
      const { jobIds } = c.req.valid('json')
      const studio = await store.studio()
      const jobs = await Promise.all([...new Set(jobIds)].map((id) => store.jobs.find(id)))
      const members = jobs.map((job) => {
        if (job.state === 'printing') throw refuse(job, 'it is being printed already.')
        if (job.gang !== null) throw refuse(job, `it is printed with gang ${job.gang} already.`)
        if (membersOf(job.brief).length > 0) throw refuse(job, 'it is a gang itself.')
        const member = memberOf(job, studio)
        const why = unganged(member)
        if (why) throw refuse(job, why)
        return member
      })
      const [first, ...others] = members
      const setup = first?.plate.setup
      if (!first || !setup || others.length === 0)
        throw new Refusal(422, { code: 'too-few', field: 'jobIds', message: 'It takes two jobs at least to print them together.' })
      for (const other of others) {
        const found = other.plate.setup && unlike(setup, other.plate.setup)
        if (found) throw refuse(other, `it takes ${found}. Only jobs of one printer, paper and media type are printed together.`)
      }
      const gang = await store.act(async (act) => {
        const row = await act.jobs.add(gangOf([first, ...others]))
        for (const job of jobs) await act.jobs.joins(job, row.id)
        return row
      })
      for (const { id } of [gang, ...jobs]) events.tell({ what: 'job', id })
      return c.json(jobDto(gang), 201)
    })
    .call('POST /gangs/{id}/release', async (c) => {
      const { id } = c.req.valid('param')
      const { jobId } = c.req.valid('json')
      const gang = await store.act((act) => leaves(act, id, jobId))
      events.tell({ what: 'job', id })
      events.tell({ what: 'job', id: jobId })
      return c.json(jobDto(gang), 200)
    })
}

const MOVED = 'Somebody changed this gang meanwhile. Look at it again.'

/** What is printed stays as it was printed; it follows its jobs until then, and again after a run without a sheet. */
const isAhead = ({ state }: Pick<JobRow, 'state'>): boolean => state !== 'inspect' && state !== 'done'

/** A job leaves its gang: what is not printed yet loses its pieces and closes up. The last but one takes the gang with it. */
async function leaves(act: Act, gangId: number, jobId: number): Promise<JobRow> {
  const job = await act.jobs.find(jobId, true)
  const gang = await act.jobs.find(gangId, true)
  if (job.gang !== gangId)
    throw new Refusal(422, { code: 'not-in-gang', field: 'jobId', value: String(jobId), message: `Job ${jobId} is not one of this gang.` })
  if (gang.state === 'printing')
    throw new Refusal(409, {
      code: 'already-printing',
      field: 'state',
      message: 'The gang is being printed. Wait for it, or cancel that run first.',
    })
  await act.jobs.parts(jobId)
  if (!isAhead(gang)) return gang
  const brief = withPiecesOf(gang.brief, jobId, [])
  const rest = membersOf(brief)
  if (rest.length > 1) return act.jobs.edit(gang, { brief }, MOVED)
  for (const id of rest) await act.jobs.parts(id)
  return act.jobs.edit(gang, { archived: true }, MOVED)
}

/**
 * After a job was changed: what its gang will print follows it, or it drops out where it can no longer be printed with the
 * others; a gang that is put aside lets its jobs go.
 * @throws Refusal where it would drop out of what is being printed
 * @returns other jobs that changed with it
 */
export async function gangFollows(act: Act, job: JobRow, studio: Studio): Promise<number[]> {
  const members = membersOf(job.brief)
  if (members.length > 0 && job.archived) {
    for (const id of members) {
      const member = await act.jobs.tryFind(id)
      if (member?.gang === job.id) await act.jobs.parts(id)
    }
    return members
  }
  if (job.gang === null) return []
  const gang = await act.jobs.tryFind(job.gang, true)
  if (!gang || !isAhead(gang)) return []
  const member = memberOf(job, studio)
  const setup = resolve(gang.brief, studio, gang.pins).setup
  const fits = !job.archived && unganged(member) === null && setup && member.plate.setup && unlike(setup, member.plate.setup) === null
  if (!fits) await leaves(act, gang.id, job.id)
  else await act.jobs.edit(gang, { brief: withPiecesOf(gang.brief, job.id, piecesOf(member)) }, MOVED)
  return [gang.id]
}
