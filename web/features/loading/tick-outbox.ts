import { useSyncExternalStore } from 'react'
import { toast } from 'sonner'
import { z } from 'zod'
import type { Tick } from '../../../core/wire/api/dto.ts'
import { ApiError, api, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery, ticksQuery } from '../../api/queries.ts'

const PendingSchema = z.array(z.object({ jobId: z.number(), stepId: z.string(), on: z.boolean(), at: z.string() })).max(500)
type Pending = z.infer<typeof PendingSchema>[number]

const KEY = 'ticks-to-send'
const AGAIN = 1500

/** Ticks that have not reached the server, in the order they were made. They outlive a reload and a lost network. */
function read(): Pending[] {
  try {
    return PendingSchema.parse(JSON.parse(localStorage.getItem(KEY) ?? '[]'))
  } catch {
    return []
  }
}

let pending = read()
const listeners = new Set<() => void>()
function write(list: Pending[]) {
  pending = list
  try {
    localStorage.setItem(KEY, JSON.stringify(list))
  } catch {
    // A device that keeps nothing still has them while this page is open.
  }
  for (const tell of listeners) tell()
}

const same = (a: Pending, b: Pending) => a.jobId === b.jobId && a.stepId === b.stepId && a.at === b.at
/** What this tab holds, and what others have put on the device since. */
const merged = () => [...pending, ...read().filter((p) => !pending.some((own) => own.jobId === p.jobId && own.stepId === p.stepId))]

let sending = false
/** Sends what waits, one after the other; stops at the first that does not arrive and tries again soon. */
async function flush(): Promise<void> {
  if (sending) return
  sending = true
  try {
    while (pending.length > 0) {
      const [next] = pending as [Pending]
      const path = `/jobs/${next.jobId}/ticks/${encodeURIComponent(next.stepId)}`
      try {
        const kept = await (next.on ? api<Tick[]>('PUT', path, { at: next.at }) : api<Tick[]>('DELETE', path))
        queryClient.setQueryData(ticksQuery(next.jobId).queryKey, kept)
        void queryClient.invalidateQueries({ queryKey: studioQuery.queryKey })
      } catch (error) {
        if (!(error instanceof ApiError) || error.away || error.status >= 500) return
        toast.error(messageOf(error))
        void queryClient.invalidateQueries({ queryKey: ticksQuery(next.jobId).queryKey })
      }
      // Another tab may have added to the list meanwhile: only what has arrived leaves it.
      write(merged().filter((p) => !same(p, next)))
    }
  } finally {
    sending = false
    if (pending.length > 0) setTimeout(() => void flush(), AGAIN)
  }
}

/** Ticks a step, or takes the tick back; it counts at once and is sent as soon as that is possible. */
export function tickStep(jobId: number, stepId: string, on: boolean): void {
  const mine = (p: Pending) => p.jobId === jobId && p.stepId === stepId
  write([...merged().filter((p) => !mine(p)), { jobId, stepId, on, at: new Date().toISOString() }])
  void flush()
}

addEventListener('online', () => void flush())
if (pending.length > 0) void flush()

const subscribe = (tell: () => void) => {
  listeners.add(tell)
  return () => listeners.delete(tell)
}

/** The ticks of a job: those the server has, with what still waits to be sent over them. */
export function useTicks(jobId: number, kept: readonly Tick[]): { ticks: Tick[]; waiting: number } {
  const list = useSyncExternalStore(subscribe, () => pending)
  const mine = list.filter((p) => p.jobId === jobId)
  const ticks = mine.reduce<Tick[]>(
    (all, p) => [...all.filter((t) => t.stepId !== p.stepId), ...(p.on ? [{ stepId: p.stepId, at: p.at }] : [])],
    [...kept],
  )
  return { ticks, waiting: mine.length }
}
