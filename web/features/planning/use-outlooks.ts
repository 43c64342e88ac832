import { useEffect, useState } from 'react'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import type { Outlook } from '../../../core/work/schedule/outlook.ts'
import { keptAs } from '../../api/here.ts'
import { whenIdle } from '../../ui/when-idle.ts'
import { inTime, planFor } from './planner.ts'

/** Jobs asked about at once: what has been found is shown in between. */
const AT_ONCE = 25

const PLANNING = keptAs('planning')

/** What was found of each job, of which version of it, in which studio. */
const known = new Map<number, { version: number; studio: Studio; outlook: Outlook }>()

/**
 * What is to be seen of these jobs from afar, by their numbers. Worked out in a worker, a few at a time and the first ones first;
 * kept as long as neither the job nor the studio changes. Until it is worked out anew what was found before stands.
 */
export function useOutlooks(jobs: readonly Job[], studio: Studio | undefined): ReadonlyMap<number, Outlook> {
  const [found, setFound] = useState<ReadonlyMap<number, Outlook>>(new Map())
  useEffect(() => {
    if (!studio) return
    let over = false
    const left = new AbortController()
    const show = () => setFound(new Map(jobs.flatMap(({ id }) => (known.has(id) ? [[id, known.get(id)?.outlook as Outlook]] : []))))
    const work = async () => {
      const stale = jobs.filter(({ id, version }) => known.get(id)?.version !== version || known.get(id)?.studio !== studio)
      show()
      // The worker takes a processor: the screen comes first.
      if (stale.length > 0) await whenIdle()
      for (let at = 0; at < stale.length && !over; at += AT_ONCE) {
        const some = stale.slice(at, at + AT_ONCE)
        // Of many tabs one plans at a time: all of them together would leave no processor to the one that is worked in.
        const outlooks = await navigator.locks.request(PLANNING, { signal: left.signal }, async () => {
          const worker = await planFor(studio)
          return inTime(worker.outlooks(some.map(({ brief, pins }) => ({ brief, pins }))))
        })
        for (const [i, outlook] of outlooks.entries()) {
          const job = some[i]
          if (job) known.set(job.id, { version: job.version, studio, outlook })
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
  }, [jobs, studio])
  return found
}
