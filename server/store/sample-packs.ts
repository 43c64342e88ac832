import { packFrom, type SamplePack, type SamplePackEdit } from '../../core/things/media/sample-pack.ts'
import type { Row } from '../db/tables.ts'
import { missing, Refusal } from '../problems.ts'
import { readable, type Scope, table } from './table.ts'

type PackRow = Row<'samplePacks'>

/** Most packs a studio has. */
const MOST = 500

/** Packs of a few sheets each of several papers. */
export function samplePacks(scope: Scope) {
  const rows = table('samplePacks', scope)
  const find = async (id: number): Promise<PackRow> => {
    const row = await rows.one({ id }, { lock: true })
    if (!row) throw missing('sample pack', id)
    return row
  }
  return {
    find,
    list: async (): Promise<PackRow[]> =>
      readable(await rows.all({}, { order: [['id', 'DESC']], limit: MOST }), (row) => ({ ...row, record: row.record })),
    async add(edit: SamplePackEdit): Promise<PackRow> {
      if ((await rows.count()) >= MOST)
        throw new Refusal(422, { code: 'too-many-packs', limit: `${MOST} packs`, message: 'Throw away the packs that are empty first.' })
      return rows.add({ record: packFrom(edit) })
    },
    /** @throws Refusal 409 with the pack as it is now where it was changed meanwhile */
    save(row: PackRow, version: number, record: SamplePack): Promise<PackRow> {
      if (row.version !== version)
        throw new Refusal(409, {
          code: 'changed-meanwhile',
          field: 'version',
          value: String(row.version),
          message: 'Somebody else has changed this pack meanwhile, or taken a sheet out of it. Look at it again.',
        })
      return rows.change(row, { record })
    },
    change: (row: PackRow, record: SamplePack): Promise<PackRow> => rows.change(row, { record }),
    remove: (id: number) => rows.remove({ id }),
  }
}
