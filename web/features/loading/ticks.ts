import type { Tick } from '../../../core/wire/api/dto.ts'
import { enqueue, onSent, useWaiting } from '../../api/outbox.ts'
import { queryClient, studioQuery, ticksQuery } from '../../api/queries.ts'
import { ticksOver } from './ticks-over.ts'

const TICK = 'PUT /jobs/{id}/ticks/{step}'
const UNTICK = 'DELETE /jobs/{id}/ticks/{step}'

const sent = async ({ id }: { id: number }, kept: Tick[] | null) => {
  void queryClient.invalidateQueries({ queryKey: studioQuery.queryKey })
  if (kept) queryClient.setQueryData(ticksQuery(id).queryKey, kept)
  else await queryClient.invalidateQueries({ queryKey: ticksQuery(id).queryKey })
}
onSent(TICK, sent)
onSent(UNTICK, sent)

/** Ticks a step, or takes the tick back; it counts at once and is sent as soon as that is possible. */
export function tickStep(id: number, step: string, on: boolean): void {
  const about = `${id} ${step}`
  if (on) enqueue(TICK, { id, step, body: { at: new Date().toISOString() } }, about)
  else enqueue(UNTICK, { id, step }, about)
}

/** The ticks of a job: those the server has, with what still waits to be sent over them. */
export function useTicks(jobId: number, kept: readonly Tick[]): { ticks: Tick[]; waiting: number } {
  return ticksOver(jobId, kept, useWaiting())
}
