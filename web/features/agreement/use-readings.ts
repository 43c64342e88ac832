import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import type { Unit } from '../../../core/things/length/length.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { SetPlace } from '../../../core/work/agreement/place.ts'
import type { KeptReading, Reading } from '../../../core/work/agreement/reading.ts'
import type { SettingKey } from '../../../core/work/agreement/settings.ts'
import { agreementTable, readingOf, tickAll } from '../../../core/work/agreement/table.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, readingsQuery } from '../../api/queries.ts'
import { toast } from '../../ui/toast.tsx'

const WHO = 'who'

/** Who looks, as this device remembers it. */
export function useWho(): [string, (name: string) => void] {
  const [who, setWho] = useState(() => localStorage.getItem(WHO) ?? '')
  return [
    who,
    (name) => {
      setWho(name)
      localStorage.setItem(WHO, name)
    },
  ]
}

/** The table of a job with what was seen so far, and the ways to add to it. */
export function useAgreement(jobId: number, plate: Plate, studio: Studio, unit: Unit) {
  const { queryKey } = readingsQuery(jobId)
  const query = useQuery(readingsQuery(jobId))
  const readings = query.data ?? []
  const rows = agreementTable(plate, studio, readings, unit)
  const taken = (kept: KeptReading[]) => queryClient.setQueryData(queryKey, kept)
  const failed = (error: Error) => {
    toast.error(messageOf(error))
    void queryClient.invalidateQueries({ queryKey })
  }
  const cellOf = (r: { place: string; setting: string }) => `${r.place} ${r.setting}`
  const keep = useMutation({
    mutationFn: (seen: Reading[]) => api('PUT /jobs/{id}/readings', { id: jobId, body: seen }),
    // Shown at once; a reading made while the network is away is sent again until it arrives.
    onMutate: (seen) => {
      const at = new Date().toISOString()
      const cells = new Set(seen.map(cellOf))
      queryClient.setQueryData(queryKey, (old: KeptReading[] | undefined) => [
        ...(old ?? []).filter((r) => !cells.has(cellOf(r))),
        ...seen.map((r) => ({ ...r, at })),
      ])
    },
    retry: 40,
    retryDelay: 1500,
    onSuccess: taken,
    onError: failed,
  })
  const forget = useMutation({
    mutationFn: (cells: { place: SetPlace; setting: SettingKey }[]) => api('POST /jobs/{id}/readings/forget', { id: jobId, body: cells }),
    onSuccess: taken,
    onError: failed,
  })
  return {
    rows,
    loading: query.isPending,
    see(place: SetPlace, setting: SettingKey, words: string, how: 'ticked' | 'typed', by: string) {
      const reading = readingOf(plate, studio, unit, { place, setting, words, how, by })
      if (reading) keep.mutate([reading])
    },
    tickPlace(place: SetPlace, by: string) {
      const seen = tickAll(rows, plate, studio, unit, place, by)
      if (seen.length > 0) keep.mutate(seen)
    },
    forget: (place: SetPlace, setting: SettingKey) => forget.mutate([{ place, setting }]),
    taken,
  }
}
