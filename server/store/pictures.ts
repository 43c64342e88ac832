import type { Picture } from '../../core/things/brief/picture.ts'
import { missing } from '../problems.ts'
import { type Scope, table } from './table.ts'

export function pictures(scope: Scope) {
  const rows = table('pictures', scope)
  const named = async (ids: readonly string[]): Promise<Map<string, Picture>> =>
    new Map(ids.length === 0 ? [] : (await rows.all({ id: [...new Set(ids)] })).map((row) => [row.id, row.facts]))
  return {
    demo: async (): Promise<Picture[]> => (await rows.all({ demo: true }, { order: [['name', 'ASC']] })).map((row) => row.facts),
    /** Every picture, by name and file. */
    all: () => rows.all({}, { only: ['id', 'name', 'hash'] }),
    async find(id: string): Promise<Picture> {
      const row = await rows.one({ id })
      if (!row) throw missing('picture', id)
      return row.facts
    },
    /** Those of these ids that there are. */
    named,
    /** Those of these ids, in their order. Throws where one is missing. */
    async findAll(ids: readonly string[]): Promise<Picture[]> {
      const found = await named(ids)
      return ids.map((id) => {
        const facts = found.get(id)
        if (!facts) throw missing('picture', id)
        return facts
      })
    },
    tryFind: async (id: string): Promise<Picture | null> => (await rows.one({ id }))?.facts ?? null,
    byHash: async (hash: string): Promise<Picture | null> => (await rows.all({ hash }, { limit: 1 }))[0]?.facts ?? null,
    add: (facts: Picture, demo: boolean) => rows.add({ id: facts.id, hash: facts.hash, name: facts.name, facts, demo }),
    /** Keeps where the count of a picture's colours lies, and what follows from it. */
    async counted(id: string, count: Pick<Picture, 'colours' | 'told' | 'inked' | 'joins'>): Promise<void> {
      const row = await rows.one({ id })
      if (row) await rows.change(row, { facts: { ...row.facts, ...count } })
    },
  }
}
