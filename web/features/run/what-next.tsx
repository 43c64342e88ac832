import { useQuery } from '@tanstack/react-query'
import { sideOf } from '../../../core/plate/resolve/plate.ts'
import type { RunDetail } from '../../../core/wire/api/dto.ts'
import type { Inspection } from '../../../core/work/runs/inspection.ts'
import { inTurn } from '../../../core/work/schedule/by-state.ts'
import { jobRunsQuery, jobsQuery } from '../../api/queries.ts'
import { ButtonLink } from '../../ui/button.tsx'
import { toInspect, waits } from './run-to-inspect.ts'

const SAYS: Record<Inspection['verdict'], string> = {
  right: 'Written into the log: it came out right.',
  usable: 'Written into the log: it can be used.',
  wasted: 'Written into the log: it was wasted, and the pairing knows.',
}

/** What an inspection came to, and what is to be done next. */
export function WhatNext({ run, verdict }: { run: RunDetail; verdict: Inspection['verdict'] }) {
  const open = useQuery(jobsQuery).data
  const first = inTurn((open?.heads ?? []).filter(({ id, state }) => state === 'setup' && id !== run.jobId))[0]
  const other = useQuery(jobRunsQuery(run.jobId)).data?.find((one) => one.id !== run.id && waits(one))
  const next = first && open?.jobs.get(first.id)
  const again = verdict === 'wasted'
  const back = run.side === 'front' && sideOf(run.plate, 'back') !== null && !again
  // Not all of its sheets were printed: it is not over.
  const more = !again && !back && open?.heads.some(({ id, state }) => id === run.jobId && state === 'setup') === true
  return (
    <section aria-label="What is next" className="border-l-4 border-act pl-3">
      <p className="font-semibold">{SAYS[verdict]}</p>
      <p className="mt-1 flex flex-wrap gap-2">
        {(again || back) && (
          <ButtonLink kind="act" to={`/jobs/${run.jobId}/${again ? 'sheet' : 'run'}`}>
            {again ? 'Set it right and print it again' : 'Print the second side'}
          </ButtonLink>
        )}
        {more && (
          <ButtonLink kind="act" to={`/jobs/${run.jobId}/run`}>
            Print the sheets that are still missing
          </ButtonLink>
        )}
        {other && (
          <ButtonLink kind={again || back ? 'usual' : 'act'} to={toInspect(other)}>
            Look at the sheets of run {other.id}
          </ButtonLink>
        )}
        {next && (
          <ButtonLink className="text-left wrap-anywhere" to={`/jobs/${next.id}/sheet`}>
            Next: {next.title}
          </ButtonLink>
        )}
        <ButtonLink to="/">To the bench</ButtonLink>
      </p>
    </section>
  )
}
