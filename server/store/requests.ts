import type { Scope } from './table.ts'
import { table } from './table.ts'

/** Requests that changed something, by the key their sender gave them: asked again they are answered, not done again. */
export function requests(scope: Scope) {
  const rows = table('requests', scope)
  return {
    find: (id: string) => rows.one({ id }),
    /** Written with what the request changes, so that one is never there without the other. */
    begin: (id: string, print: string) => rows.add({ id, print }),
    /** What was answered. */
    async answered(id: string, print: string, status: number, answer: unknown): Promise<void> {
      const row = await rows.one({ id })
      if (row) await rows.change(row, { status, answer })
      else await rows.add({ id, print, status, answer })
    },
  }
}
