import type { Tick } from '../../core/wire/api/dto.ts'
import { type Scope, table } from './table.ts'

/** Loading steps that were ticked off. */
export function ticks(scope: Scope) {
  const rows = table('ticks', scope)
  return {
    of: async (jobId: number): Promise<Tick[]> =>
      (await rows.all({ jobId })).map((r) => ({ stepId: r.stepId, at: r.createdAt.toISOString() })),
    /** Ticks a step; false when it was ticked already. */
    async tick(jobId: number, stepId: string, at: Date): Promise<boolean> {
      if (await rows.one({ jobId, stepId })) return false
      await rows.put({ jobId, stepId, createdAt: at })
      return true
    },
    untick: (jobId: number, stepId: string) => rows.remove({ jobId, stepId }),
    /** Another sheet goes in: its loading begins afresh. */
    clear: (jobId: number) => rows.remove({ jobId }),
  }
}
