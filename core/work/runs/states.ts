/** What a job has come to. */
export const JOB_STATES = ['setup', 'printing', 'inspect', 'done', 'failed'] as const
export type JobState = (typeof JOB_STATES)[number]
/** A job about which nothing is to be done any more. */
export const JOBS_OVER: readonly JobState[] = ['done', 'failed']
/** Most of those in a list: the latest. All others are listed, however many. */
export const LAST_JOBS = 300

export const RUN_STATES = [
  'queued',
  'rendering',
  'sending',
  'waiting',
  'printing',
  'drying',
  'inspect',
  'done',
  'failed',
  'cancelled',
] as const
export type RunState = (typeof RUN_STATES)[number]
/** A run that is on its way to the delivered sheet. */
export const MOVING: readonly RunState[] = ['queued', 'rendering', 'sending', 'waiting', 'printing']
/** A run nothing is to be done about any more. */
export const OVER: readonly RunState[] = ['done', 'failed', 'cancelled']
/** A run whose sheets are there. */
export const DELIVERED: readonly RunState[] = ['drying', 'inspect', 'done']

/** Sent from here, printed from a program of the operator's own, or as a piece of a gang. */
export const HOWS = ['sent', 'own', 'gang'] as const
/** The ones an operator can ask for. */
export const ASKED_HOWS = ['sent', 'own'] as const

/** What a job has come to when its run is in this state. */
export function jobStateOf(run: RunState): JobState {
  switch (run) {
    case 'inspect':
    case 'drying':
      return 'inspect'
    case 'failed':
    case 'done':
      return run
    case 'cancelled':
      return 'setup'
    default:
      return 'printing'
  }
}
