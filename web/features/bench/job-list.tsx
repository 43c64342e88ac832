import { Link } from 'react-router'
import type { Job, JobHead } from '../../../core/wire/api/dto.ts'
import type { JobState } from '../../../core/work/runs/states.ts'
import { FIRST_SEEN } from '../../../core/work/schedule/by-state.ts'
import { clock } from '../../ui/ago.ts'
import { useLonger } from '../../ui/use-longer.tsx'

/** Where one goes on with a job of each state. */
const STAGE: Record<JobState, string> = { setup: 'sheet', printing: 'run', inspect: 'inspect', done: 'sheet', failed: 'sheet' }

interface Props {
  state: JobState
  heads: readonly JobHead[]
  /** Those that have come. */
  jobs: ReadonlyMap<number, Job>
}

/** Jobs of one state, the first of them until more are asked for. */
export function JobList({ state, heads, jobs }: Props) {
  const { shown, more } = useLonger(heads, FIRST_SEEN)
  return (
    <>
      <ul>
        {shown.map(({ id, dueAt }) => (
          <li key={id}>
            <Link to={`/jobs/${id}/${STAGE[state]}`} className="flex gap-2 py-1 hover:bg-hair">
              <span className="num min-w-6 shrink-0 text-right text-faint">{id}</span>
              <span className="min-w-0">
                <span className="block truncate">{jobs.get(id)?.title ?? '…'}</span>
                {dueAt && state === 'setup' && <span className="block text-sm text-faint">due {clock(dueAt)}</span>}
              </span>
            </Link>
          </li>
        ))}
        {heads.length === 0 && <li className="py-1 text-faint">none</li>}
      </ul>
      {more}
    </>
  )
}
