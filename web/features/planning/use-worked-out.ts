import type * as Comlink from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import type { Planner } from '../../workers/plan.worker.ts'
import { inTime, planFor } from './planner.ts'

/** Jobs asked about at once: what has been found is shown in between. */
const AT_ONCE = 10

/** What is asked of the planner about some jobs: an answer for each. */
export type Question<T> = (planner: Comlink.Remote<Planner>, jobs: Pick<Job, 'brief' | 'pins'>[]) => Promise<T[]>

/**
 * Something about each of these jobs, by their numbers, worked out beside the screen, a few at a time.
 * @param ask the same function as long as what it asks is the same
 */
export function useWorkedOut<T>(jobs: readonly Job[], studio: Studio, ask: Question<T>): ReadonlyMap<number, T> {
  const [found, setFound] = useState<ReadonlyMap<number, T>>(new Map())
  const known = useRef<{ studio: Studio; ask: Question<T>; of: Map<Job, T> } | null>(null)
  useEffect(() => {
    let over = false
    // A job that is as it was is the very same: what was found of it stands.
    if (known.current?.studio !== studio || known.current.ask !== ask) known.current = { studio, ask, of: new Map() }
    const { of } = known.current
    const show = () => setFound(new Map(jobs.flatMap((job) => (of.has(job) ? [[job.id, of.get(job) as T] as const] : []))))
    const work = async () => {
      const left = jobs.filter((job) => !of.has(job))
      show()
      for (let at = 0; at < left.length && !over; at += AT_ONCE) {
        const some = left.slice(at, at + AT_ONCE)
        const planner = await planFor(studio)
        const asked = some.map(({ brief, pins }) => ({ brief, pins }))
        for (const [i, answer] of (await inTime(ask(planner, asked))).entries()) of.set(some[i] as Job, answer)
        if (!over) show()
      }
    }
    // One that was not worked out is not there; the next change asks again.
    work().catch(() => undefined)
    return () => {
      over = true
    }
  }, [jobs, studio, ask])
  return found
}
