import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { jobRunsQuery, runQuery } from '../../api/queries.ts'
import { InspectionForm } from '../../features/run/inspection-form.tsx'
import { runToInspect } from '../../features/run/run-to-inspect.ts'
import { Empty, Failed, Loading } from '../../ui/states.tsx'
import type { StageProps } from './stage-props.ts'

/** Measures a delivered sheet of the job: of the run that was asked for, or the newest that waits for it. */
export function InspectStage({ job }: StageProps) {
  const runs = useQuery(jobRunsQuery(job.id))
  const asked = Number(useSearchParams()[0].get('run')) || null
  // What is being written about stays, also when it is written down and another waits.
  const [held, hold] = useState<number | null>(null)
  const looked = runs.data && runToInspect(runs.data, asked ?? held)
  if (looked && held !== looked.id) hold(looked.id)
  const run = useQuery({ ...runQuery(looked?.id ?? 0), enabled: looked !== undefined })
  if (runs.error) return <Failed error={runs.error} />
  if (runs.isPending || (looked && run.isPending)) return <Loading what="the runs" />
  if (!run.data)
    return (
      <Empty title="Nothing printed yet">
        When a sheet has come out you measure its borders here and say how it came out.{' '}
        <Link className="link" to={`/jobs/${job.id}/run`}>
          To the run
        </Link>
      </Empty>
    )
  return (
    <div className="h-full min-h-0 overflow-y-auto">
      <InspectionForm key={run.data.id} run={run.data} />
    </div>
  )
}
