import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { jobRunsQuery, runQuery } from '../../api/queries.ts'
import { InspectionForm } from '../../features/run/inspection-form.tsx'
import { Empty, Failed, Loading } from '../../ui/states.tsx'
import type { StageProps } from './stage-props.ts'

/** Measures the newest delivered sheet of the job. */
export function InspectStage({ job }: StageProps) {
  const runs = useQuery(jobRunsQuery(job.id))
  const newest = runs.data?.find((r) => ['drying', 'inspect', 'done', 'failed'].includes(r.state))
  const run = useQuery({ ...runQuery(newest?.id ?? 0), enabled: newest !== undefined })
  if (runs.error) return <Failed error={runs.error} />
  if (runs.isPending || (newest && run.isPending)) return <Loading what="the runs" />
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
