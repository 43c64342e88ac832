import { withChange } from '../../core/things/studio/list-change.ts'
import type { Job, JobHead, JobHeads } from '../../core/wire/api/dto.ts'
import { stampOf } from '../../core/wire/api/job-head.ts'
import { MOST_AT_ONCE } from '../../core/wire/api/page-size.ts'
import { asSeen } from '../../core/work/schedule/by-state.ts'

type Ask = {
  (call: 'GET /jobs/heads', asked: { have?: string }): Promise<JobHeads>
  (call: 'GET /jobs', asked: { ids: string }): Promise<Job[]>
}

/** The jobs of the bench, newest first. */
export interface OpenJobs {
  heads: readonly JobHead[]
  /** As many of them as have been fetched, by their numbers; one that has changed since stands as it was until it is fetched again. */
  jobs: ReadonlyMap<number, Job>
  /** Whether every one is there as it is now. */
  complete: boolean
}

/** What the server listed last, and its word for that. */
let told: { at: string; heads: readonly JobHead[] } | null = null
/** What is known of each job that was listed last; null of one the server lists and does not give. */
let known = new Map<number, { stamp: string; job: Job | null }>()
let open: OpenJobs = { heads: [], jobs: new Map(), complete: true }

/** The heads of all, of which the server tells only what has changed since. */
async function headsNow(ask: Ask): Promise<readonly JobHead[]> {
  const before = told
  const { at, heads, changed } = await ask('GET /jobs/heads', before ? { have: before.at } : {})
  // Asked for twice at once, the later answer may be the older one: each is a list that was there, with its own word.
  told = { at, heads: heads ?? (changed && before ? withChange(before.heads, changed) : []) }
  return told.heads
}

const alike = <T>(one: readonly T[], other: readonly T[]) => one.length === other.length && one.every((it, i) => it === other[i])
const stamps = (heads: readonly JobHead[]) => heads.map((head) => `${head.id} ${stampOf(head)}`)

/**
 * The jobs of the bench, of which only those are fetched that have changed since, a page of them at a time: what is seen first
 * comes first, and who asks again goes on. A job that has not changed is the very same as before, and so is the answer in which
 * nothing has.
 */
export async function openJobs(ask: Ask): Promise<OpenJobs> {
  const listed = await headsNow(ask)
  const before = known
  const stale = asSeen([...listed].reverse().filter((head) => before.get(head.id)?.stamp !== stampOf(head))).map(({ id }) => id)
  const ids = stale.slice(0, MOST_AT_ONCE)
  const answer = ids.length > 0 ? await ask('GET /jobs', { ids: ids.join(',') }) : []
  const fetched = new Map(answer.map((job) => [job.id, job]))
  const asked = new Set(ids)
  const now = new Map<number, { stamp: string; job: Job | null }>()
  for (const head of listed.toReversed()) {
    const job = fetched.get(head.id) ?? null
    const had = before.get(head.id)
    if (asked.has(head.id)) now.set(head.id, { stamp: stampOf(job ?? head), job })
    else if (had) now.set(head.id, had)
  }
  // Asked for twice at once, the later answer may be the older one; what is missing of it is asked for the next time.
  known = now
  const jobs = new Map([...now].flatMap(([id, { job }]) => (job ? [[id, job] as const] : [])))
  const heads = listed.filter((head) => now.get(head.id)?.job !== null).reverse()
  const complete = stale.length <= MOST_AT_ONCE
  if (open.complete !== complete || !alike(stamps(heads), stamps(open.heads)) || !alike([...jobs.values()], [...open.jobs.values()]))
    open = { heads, jobs, complete }
  return open
}
