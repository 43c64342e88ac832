import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { agreementTable } from '../../../core/work/agreement/table.ts'
import { loadingSteps } from '../../../core/work/loading/steps.ts'
import { type Missing, stillOf } from '../../../core/work/runs/missing.ts'
import { readingsQuery, ticksQuery } from '../../api/queries.ts'
import { useReadings } from '../agreement/readings.ts'
import { useTicks } from '../loading/ticks.ts'

/** What has been gone through of a job by hand: the table of agreement as it was looked at, and the steps with their ticks. */
export function useGoneThrough(jobId: number, plate: Plate, studio: Studio, missing: Missing | undefined) {
  const { readings } = useReadings(jobId, useQuery(readingsQuery(jobId)).data ?? NONE)
  const { ticks } = useTicks(jobId, useQuery(ticksQuery(jobId)).data ?? NONE)
  return useMemo(
    () => ({
      rows: agreementTable(plate, studio, readings, plate.brief.unit),
      steps: loadingSteps(stillOf(plate, missing), plate.brief.unit, studio),
      ticked: new Set(ticks.map((t) => t.stepId)),
    }),
    [plate, studio, readings, ticks, missing],
  )
}
const NONE: never[] = []
