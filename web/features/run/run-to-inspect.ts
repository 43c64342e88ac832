import type { Run } from '../../../core/wire/api/dto.ts'
import { DELIVERED } from '../../../core/work/runs/states.ts'

/** Where this run's sheets are looked at. */
export const toInspect = ({ id, jobId }: Pick<Run, 'id' | 'jobId'>): string => `/jobs/${jobId}/inspect?run=${id}`

/** Whether its sheets are there and nobody has said how they came out. */
export const waits = ({ state }: Pick<Run, 'state'>): boolean => state === 'inspect' || state === 'drying'

/**
 * Which of a job's runs is looked at: the one that was asked for, else the newest that waits for it, else the newest that is over.
 * @param runs the newest first
 */
export function runToInspect<R extends Pick<Run, 'id' | 'state'>>(runs: readonly R[], asked: number | null): R | undefined {
  const over = runs.filter(({ state }) => DELIVERED.includes(state) || state === 'failed')
  return over.find(({ id }) => id === asked) ?? over.find(waits) ?? over[0]
}
