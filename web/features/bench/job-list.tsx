import { Link } from 'react-router'
import type { Job } from '../../../core/wire/api/dto.ts'
import type { JobState } from '../../../core/work/runs/states.ts'
import { clock } from '../../ui/ago.ts'
import { useLonger } from '../../ui/use-longer.tsx'

/** Jobs shown at first. */
const FIRST = 30
/** Where one goes on with a job of each state. */
const STAGE: Record<JobState, string> = { setup: 'sheet', printing: 'run', inspect: 'inspect', done: 'sheet', failed: 'sheet' }

/** Jobs of one state, the first of them until more are asked for. */
export function JobList({ state, jobs }: { state: JobState; jobs: readonly Job[] }) {
  const { shown, more } = useLonger(jobs, FIRST)
  return (
    <>
      <ul>
        {shown.map((job) => (
          <li key={job.id}>
            <Link to={`/jobs/${job.id}/${STAGE[state]}`} className="flex gap-2 py-1 hover:bg-hair">
              <span className="num min-w-6 shrink-0 text-right text-faint">{job.id}</span>
              <span className="min-w-0">
                <span className="block truncate">{job.title}</span>
                {job.brief.dueAt && state === 'setup' && <span className="block text-sm text-faint">due {clock(job.brief.dueAt)}</span>}
              </span>
            </Link>
          </li>
        ))}
        {jobs.length === 0 && <li className="py-1 text-faint">none</li>}
      </ul>
      {more}
    </>
  )
}
