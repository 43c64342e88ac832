import { useMemo } from 'react'
import type { SetPlace } from '../../../core/work/agreement/place.ts'
import type { KeptReading, Reading } from '../../../core/work/agreement/reading.ts'
import type { SettingKey } from '../../../core/work/agreement/settings.ts'
import { enqueue, onSent, useWaiting } from '../../api/outbox.ts'
import { queryClient, readingsQuery } from '../../api/queries.ts'
import { FORGET, readingsOver, SEE } from './readings-over.ts'

const sent = async ({ id }: { id: number }, kept: KeptReading[] | null) => {
  const { queryKey } = readingsQuery(id)
  if (kept) queryClient.setQueryData(queryKey, kept)
  else await queryClient.invalidateQueries({ queryKey })
}
onSent(SEE, sent)
onSent(FORGET, sent)

/** What each is about: a later look at the same cells takes the place of an earlier one. */
const about = (id: number, cells: readonly { place: SetPlace; setting: SettingKey }[]) =>
  `${id} ${cells.length === 1 ? cells.map((c) => `${c.place} ${c.setting}`).join() : crypto.randomUUID()}`

/** Keeps what was seen; it counts at once and is sent as soon as that is possible. */
export function seeReadings(id: number, seen: Reading[]): void {
  if (seen.length > 0) enqueue(SEE, { id, body: seen }, about(id, seen))
}

/** Takes back what was seen at a cell. */
export function forgetReading(id: number, place: SetPlace, setting: SettingKey): void {
  const cells = [{ place, setting }]
  enqueue(FORGET, { id, body: cells }, about(id, cells))
}

/** The readings of a job: those the server has, with what still waits to be sent over them. */
export function useReadings(jobId: number, kept: readonly KeptReading[]) {
  const list = useWaiting()
  return useMemo(() => readingsOver(jobId, kept, list), [jobId, kept, list])
}
