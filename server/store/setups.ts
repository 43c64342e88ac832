import type { Row } from '../db/tables.ts'
import { missing, Refusal } from '../problems.ts'
import { type Scope, table } from './table.ts'

export type SetupRow = Row<'setups'>
const LISTED = 100

/** Plates that were kept under a name. */
export function setups(scope: Scope) {
  const rows = table('setups', scope)
  return {
    list: (printerId?: string) => rows.all(printerId === undefined ? {} : { printerId }, { order: [['id', 'DESC']], limit: LISTED }),
    async find(id: number): Promise<SetupRow> {
      const row = await rows.one({ id })
      if (!row) throw missing('set-up', id)
      return row
    },
    async add(values: Pick<SetupRow, 'name' | 'printerId' | 'jobId' | 'plate' | 'printer'>): Promise<SetupRow> {
      const { name, printerId, printer } = values
      if (await rows.one({ name, printerId }, { only: ['id'] }))
        throw new Refusal(409, {
          code: 'name-taken',
          field: 'name',
          value: name,
          message: `${printer.name} has a set-up of this name already. Take another name, or remove that one.`,
        })
      return rows.add(values)
    },
    async remove(id: number): Promise<SetupRow> {
      const row = await rows.one({ id })
      if (!row) throw missing('set-up', id)
      await rows.remove({ id })
      return row
    },
  }
}
