import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useState } from 'react'
import type { Moment } from '../../../core/plate/decisions/decision.ts'
import { atWorkQuery } from '../../api/queries.ts'

const EVERY_MINUTE = 60_000

/** The minute it is and what stands before a job on each printer, this job's own runs apart; null until the printers were asked. */
export function useMoment(jobId: number | null = null): Moment | null {
  const { data } = useQuery(atWorkQuery)
  const [now, setNow] = useState(() => new Date().toISOString())
  useEffect(() => {
    const timer = setInterval(() => setNow(new Date().toISOString()), EVERY_MINUTE)
    return () => clearInterval(timer)
  }, [])
  return useMemo(() => {
    if (!data) return null
    const standing: Record<string, number> = {}
    for (const run of data) if (run.jobId !== jobId) standing[run.printerId] = (standing[run.printerId] ?? 0) + run.minutesLeft
    return { now, standing }
  }, [data, now, jobId])
}
