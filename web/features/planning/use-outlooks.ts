import { useEffect, useState } from 'react'
import type { Chosen } from '../../../core/sheet/run-pages.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import type { Outlook } from '../../../core/work/schedule/outlook.ts'
import { keptAs } from '../../api/here.ts'
import { missingQuery, queryClient } from '../../api/queries.ts'
import { whenIdle } from '../../ui/when-idle.ts'
import { inTime, planFor } from './planner.ts'

/** Jobs asked about at once: what has been found is shown in between. */
const AT_ONCE = 25
/** Calls begun at once: a browser makes no more at a time, and to begin one takes it a millisecond or two. */
const CALLS = 5

const PLANNING = keptAs('planning')

/** What was found of each job, of which version of it and when that was written, in which studio. */
const known = new Map<number, { stamp: string; studio: Studio; outlook: Outlook }>()
const stampOf = ({ version, updatedAt }: Job): string => `${version} ${updatedAt}`

/** The sheets of the front that are left of a job; null for all of it, also where nobody can say. */
async function leftOf({ id, version }: Job): Promise<readonly Chosen[] | null> {
  const missing = await queryClient.fetchQuery(missingQuery(id, version)).catch(() => null)
  return missing?.begun && missing.sheets.front.length > 0 ? missing.sheets.front : null
}

/** What is asked of the planner about these jobs; of those that have begun the server says what is left. */
async function askedOf(jobs: readonly Job[], begun: ReadonlySet<number>) {
  const asked = []
  for (let at = 0; at < jobs.length; at += CALLS)
    asked.push(
      ...(await Promise.all(
        jobs
          .slice(at, at + CALLS)
          .map(async (job) => ({ brief: job.brief, pins: job.pins, left: begun.has(job.id) ? await leftOf(job) : null })),
      )),
    )
  return asked
}

/**
 * What is to be seen of these jobs from afar, by their numbers: of one that has begun, of what is left of it. Worked out in a
 * worker, a few at a time and the first ones first; kept as long as neither the job nor the studio changes. Until it is worked out anew what was found before stands.
 * @param begun jobs of which some sheets have come out
 */
export function useOutlooks(jobs: readonly Job[], begun: ReadonlySet<number>, studio: Studio | undefined): ReadonlyMap<number, Outlook> {
  const [found, setFound] = useState<ReadonlyMap<number, Outlook>>(new Map())
  useEffect(() => {
    if (!studio) return
    let over = false
    const left = new AbortController()
    const show = () => setFound(new Map(jobs.flatMap(({ id }) => (known.has(id) ? [[id, known.get(id)?.outlook as Outlook]] : []))))
    const work = async () => {
      const stale = jobs.filter((job) => known.get(job.id)?.stamp !== stampOf(job) || known.get(job.id)?.studio !== studio)
      show()
      // The worker takes a processor: the screen comes first.
      if (stale.length > 0) await whenIdle()
      for (let at = 0; at < stale.length && !over; at += AT_ONCE) {
        const some = stale.slice(at, at + AT_ONCE)
        const asked = await askedOf(some, begun)
        // Of many tabs one plans at a time: all of them together would leave no processor to the one that is worked in.
        const outlooks = await navigator.locks.request(PLANNING, { signal: left.signal }, async () => {
          const worker = await planFor(studio)
          return inTime(worker.outlooks(asked))
        })
        for (const [i, outlook] of outlooks.entries()) {
          const job = some[i]
          if (job) known.set(job.id, { stamp: stampOf(job), studio, outlook })
        }
        if (!over) show()
      }
    }
    // One that was not worked out stays as it was; the next change asks again.
    work().catch(() => undefined)
    return () => {
      over = true
      left.abort()
    }
  }, [jobs, begun, studio])
  return found
}
