import type { Scope } from './table.ts'
import { table } from './table.ts'

/** Requests that changed something, by the key their sender gave them: asked again they are answered, not done again. */
export function requests(scope: Scope) {
  const rows = table('requests', scope)
  return {
    find: (id: string) => rows.one({ id }),
    /** Written with what the request changes, so that one is never there without the other. */
    begin: (id: string, print: string) => rows.insert({ id, print }),
    /** What was answered. */
    async answered(id: string, print: string, status: number, answer: unknown): Promise<void> {
      if ((await rows.follow({ id }, { status, answer })) === 0) await rows.insert({ id, print, status, answer })
    },
  }
}
