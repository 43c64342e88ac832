import { withChange } from '../../core/things/studio/list-change.ts'
import type { Job, JobHead, JobHeads } from '../../core/wire/api/dto.ts'
import { stampOf } from '../../core/wire/api/job-head.ts'
import { MOST_AT_ONCE } from '../../core/wire/api/page-size.ts'

type Ask = {
  (call: 'GET /jobs/heads', asked: { have?: string }): Promise<JobHeads>
  (call: 'GET /jobs', asked: { ids: string }): Promise<Job[]>
}

/** What the server listed last, and its word for that. */
let told: { at: string; heads: readonly JobHead[] } | null = null
/** What is known of each job that was listed last; null of one the server lists and does not give. */
let known = new Map<number, { stamp: string; job: Job | null }>()
let list: Job[] = []

/** The heads of all, of which the server tells only what has changed since. */
async function headsNow(ask: Ask): Promise<readonly JobHead[]> {
  const before = told
  const { at, heads, changed } = await ask('GET /jobs/heads', before ? { have: before.at } : {})
  // Asked for twice at once, the later answer may be the older one: each is a list that was there, with its own word.
  told = { at, heads: heads ?? (changed && before ? withChange(before.heads, changed) : []) }
  return told.heads
}

/**
 * The jobs of the bench, newest first, of which only those are fetched that have changed since. What has not is the very same as
 * before, and so is the list in which nothing has.
 */
export async function openJobs(ask: Ask): Promise<Job[]> {
  const heads = [...(await headsNow(ask))].reverse()
  const before = known
  const changed = heads.filter((head) => before.get(head.id)?.stamp !== stampOf(head)).map(({ id }) => id)
  const pages = Array.from({ length: Math.ceil(changed.length / MOST_AT_ONCE) }, (_, n) =>
    changed.slice(n * MOST_AT_ONCE, (n + 1) * MOST_AT_ONCE),
  )
  const fetched = new Map<number, Job>()
  const answers = await Promise.all(pages.map((ids) => ask('GET /jobs', { ids: ids.join(',') })))
  for (const job of answers.flat()) fetched.set(job.id, job)
  const now = new Map(heads.map((head) => [head.id, changedSince(head)] as const))
  function changedSince(head: JobHead) {
    const had = before.get(head.id)
    if (had?.stamp === stampOf(head)) return had
    const job = fetched.get(head.id) ?? null
    return { stamp: stampOf(job ?? head), job }
  }
  const jobs = [...now.values()].flatMap(({ job }) => job ?? [])
  // Asked for twice at once, the later answer may be the older one; what is missing of it is asked for the next time.
  known = now
  if (jobs.length !== list.length || jobs.some((job, i) => job !== list[i])) list = jobs
  return list
}
