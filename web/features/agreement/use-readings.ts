import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import type { Unit } from '../../../core/things/length/length.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { SetPlace } from '../../../core/work/agreement/place.ts'
import type { KeptReading } from '../../../core/work/agreement/reading.ts'
import type { SettingKey } from '../../../core/work/agreement/settings.ts'
import { agreementTable, readingOf, tickAll } from '../../../core/work/agreement/table.ts'
import { queryClient, readingsQuery } from '../../api/queries.ts'
import { forgetReading, seeReadings, useReadings } from './readings.ts'

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
  const query = useQuery(readingsQuery(jobId))
  const { readings, waiting } = useReadings(jobId, query.data ?? NONE)
  const rows = agreementTable(plate, studio, readings, unit)
  return {
    rows,
    /** Looks that are kept on this device and not yet sent. */
    waiting,
    see(place: SetPlace, setting: SettingKey, words: string, how: 'ticked' | 'typed', by: string) {
      const reading = readingOf(plate, studio, unit, { place, setting, words, how, by })
      if (reading) seeReadings(jobId, [reading])
    },
    tickPlace: (place: SetPlace, by: string) => seeReadings(jobId, tickAll(rows, plate, studio, unit, place, by)),
    forget: (place: SetPlace, setting: SettingKey) => forgetReading(jobId, place, setting),
    taken: (kept: KeptReading[]) => queryClient.setQueryData(readingsQuery(jobId).queryKey, kept),
  }
}
const NONE: never[] = []
