import type { Job } from '../../../core/wire/api/dto.ts'
import { JOB_STATES, type JobState } from '../../../core/work/runs/states.ts'
import { byDue } from '../../../core/work/schedule/by-due.ts'

const WORDS: Record<JobState, string> = {
  setup: 'being set up',
  printing: 'printing',
  inspect: 'to inspect',
  done: 'done',
  failed: 'failed',
}

/** Those due first stand first, those without a day last. */
export const inTurn = (jobs: readonly Job[]): Job[] => [...jobs].sort((a, b) => byDue(a.brief.dueAt, b.brief.dueAt))

/** The jobs of each state, in the order of the work. Of those being set up the one due first stands first, those without a day last. */
export const jobsByState = (jobs: readonly Job[]): { state: JobState; words: string; jobs: Job[] }[] =>
  JOB_STATES.map((state) => ({
    state,
    words: WORDS[state],
    jobs: state === 'setup' ? inTurn(jobs.filter((job) => job.state === state)) : jobs.filter((job) => job.state === state),
  }))
