import type { Paper } from '../../core/things/media/media.ts'
import { type Scope, table } from './table.ts'

export function papers(scope: Scope) {
  const rows = table('papers', scope)
  return {
    list: async (): Promise<Paper[]> => (await rows.all({}, { order: [['position', 'ASC']] })).map((row) => row.record),
    find: async (id: string): Promise<Paper | null> => (await rows.one({ id }))?.record ?? null,
    add: async (paper: Paper) => rows.add({ id: paper.id, position: await rows.count(), record: paper }),
  }
}
