import { type Paper, PaperSchema } from '../../core/things/media/media.ts'
import { shortNameOf } from '../../core/things/studio/short-name.ts'
import { MOST } from '../../core/things/studio/studio.ts'
import type { PaperEdit, PaperEntry } from '../../core/wire/api/papers.ts'
import type { Row } from '../db/tables.ts'
import { missing, Refusal } from '../problems.ts'
import { ChangedMeanwhile, readable, type Scope, table } from './table.ts'

const entryOf = ({ version, archived, record }: Row<'papers'>): PaperEntry => ({ version, archived, paper: record })

export function papers(scope: Scope) {
  const rows = table('papers', scope)
  const find = async (id: string, lock = false) => {
    const row = await rows.one({ id }, { lock })
    if (!row) throw missing('paper', id)
    return row
  }
  return {
    list: async (): Promise<Paper[]> => (await rows.all({ archived: false }, { order: [['position', 'ASC']] })).map((row) => row.record),
    /** Those that were put aside too. */
    entries: async (): Promise<PaperEntry[]> => readable(await rows.all({}, { order: [['position', 'ASC']] }), entryOf),
    find: async (id: string): Promise<Paper | null> => (await rows.one({ id }))?.record ?? null,
    entry: async (id: string): Promise<PaperEntry> => entryOf(await find(id)),
    /** A paper with its id, as another studio or the demo has it. */
    add: async (paper: Paper): Promise<PaperEntry> =>
      entryOf(await rows.add({ id: paper.id, position: await rows.count(), record: paper })),
    /** New papers; their ids are made from their names. Refuses more than a studio can have. */
    async make(edits: readonly PaperEdit[]): Promise<PaperEntry[]> {
      const taken = (await rows.all({}, { only: ['id'] })).map((row) => row.id)
      if (taken.length + edits.length > MOST.papers)
        throw new Refusal(422, {
          code: 'too-many-papers',
          value: String(taken.length + edits.length),
          limit: `${MOST.papers} papers`,
          message: `A studio has up to ${MOST.papers} papers, those put aside counted. Merge some that are one.`,
        })
      const made: PaperEntry[] = []
      for (const edit of edits) {
        const id = shortNameOf(edit.name, taken)
        made.push(entryOf(await rows.add({ id, position: taken.length, record: PaperSchema.parse({ ...edit, id }) })))
        taken.push(id)
      }
      return made
    },
    /** Takes an edit of the paper as it was seen; refuses with 409 and the newer one when somebody else was faster. */
    async save(id: string, version: number, edit: PaperEdit): Promise<PaperEntry> {
      const row = await find(id)
      try {
        return entryOf(await rows.change({ ...row, version }, { record: PaperSchema.parse({ ...edit, id }) }, true))
      } catch (error) {
        if (!(error instanceof ChangedMeanwhile)) throw error
        const now = error.current as Row<'papers'> | null
        throw new Refusal(409, {
          code: 'changed-meanwhile',
          field: 'version',
          message: 'Somebody else has changed this paper meanwhile. Look at it again; what you entered is kept here.',
          ...(now ? { current: entryOf(now), value: String(now.version) } : {}),
        })
      }
    },
    async archive(id: string, archived: boolean): Promise<PaperEntry> {
      return entryOf(await rows.change(await find(id, true), { archived }))
    },
  }
}
