import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef } from 'react'
import { useNavigate } from 'react-router'
import { latestRunsQuery } from '../api/queries.ts'
import { toInspect } from '../features/run/run-to-inspect.ts'
import { toast } from '../ui/toast.tsx'

/** Says on whatever screen one is that a print has dried. */
export function useDryNotice(): void {
  const navigate = useNavigate()
  const { data: runs } = useQuery(latestRunsQuery)
  const drying = useRef<Set<number>>(new Set())
  useEffect(() => {
    for (const run of runs ?? [])
      if (run.state === 'inspect' && drying.current.has(run.id))
        toast(`“${run.jobTitle}” is dry.`, { action: { label: 'Inspect', onClick: () => navigate(toInspect(run)) } })
    drying.current = new Set((runs ?? []).filter((r) => r.state === 'drying').map((r) => r.id))
  }, [runs, navigate])
}
