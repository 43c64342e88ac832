import { Op } from 'sequelize'
import type { Picture } from '../../core/things/brief/picture.ts'
import type { Row } from '../db/tables.ts'
import { missing } from '../problems.ts'
import { type Scope, table } from './table.ts'

export type PictureRow = Row<'pictures'>
/** Pictures in one page of all of them. */
export const PICTURES_PAGE = 60
/** Pictures whose previews are let go at once. */
const AT_ONCE = 500

export function pictures(scope: Scope) {
  const rows = table('pictures', scope)
  const named = async (ids: readonly string[]): Promise<Map<string, Picture>> =>
    new Map(ids.length === 0 ? [] : (await rows.all({ id: [...new Set(ids)] })).map((row) => [row.id, row.facts]))
  const row = async (id: string): Promise<PictureRow> => {
    const found = await rows.one({ id })
    if (!found) throw missing('picture', id)
    return found
  }
  return {
    demo: async (): Promise<Picture[]> => (await rows.all({ demo: true }, { order: [['name', 'ASC']] })).map(({ facts }) => facts),
    /** Every picture, by name and file. */
    all: () => rows.all({}, { only: ['id', 'name', 'hash'] }),
    /** A page of all of them, the oldest first, after this one; of those whose name has these letters. */
    async page({ after, q }: { after?: string | undefined; q?: string | undefined }): Promise<PictureRow[]> {
      const last = after === undefined ? null : await row(after)
      return rows.all(
        {
          ...(q ? { name: { [Op.substring]: q } as never } : {}),
          ...(last
            ? { [Op.or]: [{ createdAt: { [Op.gt]: last.createdAt } }, { createdAt: last.createdAt, id: { [Op.gt]: last.id } }] }
            : {}),
        },
        {
          order: [
            ['createdAt', 'ASC'],
            ['id', 'ASC'],
          ],
          limit: PICTURES_PAGE,
        },
      )
    },
    row,
    find: async (id: string): Promise<Picture> => (await row(id)).facts,
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
    add: (facts: Picture, demo: boolean) =>
      rows.add({
        id: facts.id,
        hash: facts.hash,
        name: facts.name,
        facts,
        demo,
        preview: facts.preview || null,
        shown: new Date(),
      }),
    /** Keeps where the count of a picture's colours lies, and what follows from it. */
    async counted(id: string, count: Pick<Picture, 'colours' | 'told' | 'inked' | 'joins'>): Promise<void> {
      const found = await rows.one({ id })
      if (found) await rows.change(found, { facts: { ...found.facts, ...count }, shown: new Date() })
    },
    remove: (id: string) => rows.remove({ id }),
    /** Some whose preview has been there since before; none of these. */
    shownBefore: (before: Date, but: readonly string[]): Promise<PictureRow[]> =>
      rows.all(
        { shown: { [Op.lt]: before } as never, ...(but.length > 0 ? { id: { [Op.notIn]: but } as never } : {}) },
        { limit: AT_ONCE },
      ),
    /** Their previews were let go. */
    hidden: async (ids: readonly string[]): Promise<void> => {
      await rows.follow({ id: ids }, { shown: null })
    },
  }
}
