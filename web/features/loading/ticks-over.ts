import type { Tick } from '../../../core/wire/api/dto.ts'
import type { Waiting } from '../../api/outbox-list.ts'

/** The ticks the server has, with what waits to be sent over them, in the order it was made. */
export function ticksOver(jobId: number, kept: readonly Tick[], list: readonly Waiting[]): { ticks: Tick[]; waiting: number } {
  const mine = list.filter(({ call, asked }) => call.endsWith('/jobs/{id}/ticks/{step}') && asked.id === jobId)
  const ticks = mine.reduce<Tick[]>(
    (all, { call, asked }) => {
      const stepId = String(asked.step)
      const others = all.filter((tick) => tick.stepId !== stepId)
      return call.startsWith('PUT') ? [...others, { stepId, at: (asked.body as { at: string }).at }] : others
    },
    [...kept],
  )
  return { ticks, waiting: mine.length }
}
