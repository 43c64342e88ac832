import type { NamedLayout } from '../../core/things/brief/layout.ts'
import type { Row } from '../db/tables.ts'
import { missing, Refusal } from '../problems.ts'
import { type Scope, table } from './table.ts'

/** Layouts shown at once. */
const LISTED = 300

const layoutOf = ({ id, name, arrangement }: Row<'layouts'>): NamedLayout => ({ id, name, arrangement })

/** Arrangements that were kept under a name. */
export function layouts(scope: Scope) {
  const rows = table('layouts', scope)
  const list = async (): Promise<NamedLayout[]> => (await rows.all({}, { order: [['name', 'ASC']], limit: LISTED })).map(layoutOf)
  return {
    list,
    async add(values: Omit<NamedLayout, 'id'>): Promise<NamedLayout> {
      if (await rows.one({ name: values.name }, { only: ['id'] }))
        throw new Refusal(409, {
          code: 'name-taken',
          field: 'name',
          value: values.name,
          message: 'There is a layout of this name already. Take another name, or remove that one.',
        })
      return layoutOf(await rows.add(values))
    },
    async remove(id: number): Promise<NamedLayout[]> {
      if (!(await rows.one({ id }, { only: ['id'] }))) throw missing('layout', id)
      await rows.remove({ id })
      return list()
    },
  }
}
