import { JOB_STATES, type JobState } from '../runs/states.ts'
import { byDue } from './by-due.ts'

interface Head {
  state: JobState
  /** ISO 8601; null for no day. */
  dueAt: string | null
}

const WORDS: Record<JobState, string> = {
  setup: 'being set up',
  printing: 'printing',
  inspect: 'to inspect',
  done: 'done',
  failed: 'failed',
}

/** Those due first stand first, those without a day last. */
export const inTurn = <H extends Pick<Head, 'dueAt'>>(heads: readonly H[]): H[] => [...heads].sort((a, b) => byDue(a.dueAt, b.dueAt))

/** The jobs of each state, in the order of the work. Of those being set up the one due first stands first, those without a day last. */
export const byState = <H extends Head>(heads: readonly H[]): { state: JobState; words: string; heads: H[] }[] =>
  JOB_STATES.map((state) => {
    const of = heads.filter((head) => head.state === state)
    return { state, words: WORDS[state], heads: state === 'setup' ? inTurn(of) : of }
  })

/** Jobs of a state that are seen at first. */
export const FIRST_SEEN = 30

/** In the order in which somebody will want to see them: the first of each state, then the others of each, as they stand there. */
export function asSeen<H extends Head>(heads: readonly H[]): H[] {
  const lists = byState(heads).map((group) => group.heads)
  return [...lists.flatMap((list) => list.slice(0, FIRST_SEEN)), ...lists.flatMap((list) => list.slice(FIRST_SEEN))]
}
