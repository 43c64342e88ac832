import type { Job } from '../../../core/wire/api/dto.ts'
import { JOB_STATES, type JobState } from '../../../core/work/runs/states.ts'

const WORDS: Record<JobState, string> = {
  setup: 'being set up',
  printing: 'printing',
  inspect: 'to inspect',
  done: 'done',
  failed: 'failed',
}

/** The jobs of each state, in the order of the work. Of those being set up the one due first stands first, those without a day last. */
export const jobsByState = (jobs: readonly Job[]): { state: JobState; words: string; jobs: Job[] }[] =>
  JOB_STATES.map((state) => ({
    state,
    words: WORDS[state],
    jobs: jobs
      .filter((job) => job.state === state)
      .sort((a, b) => (state === 'setup' ? (a.brief.dueAt ?? '9').localeCompare(b.brief.dueAt ?? '9') : 0)),
  }))
