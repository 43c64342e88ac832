import { Op } from 'sequelize'
import type { Order } from '../../core/things/media/order.ts'
import type { Row } from '../db/tables.ts'
import { missing } from '../problems.ts'
import { type Scope, table } from './table.ts'

const orderOf = ({ id, paperId, what, done, createdAt }: Row<'orders'>): Order => ({
  id,
  paperId,
  what,
  done,
  since: createdAt.toISOString(),
})
/** Lines shown at once. */
const LISTED = 500

/** What is to be bought. */
export function orders(scope: Scope) {
  const rows = table('orders', scope)
  return {
    /** All that is open, and what was ordered since; the open ones first, each the last first. */
    async list(since: Date): Promise<Order[]> {
      const found = await rows.all(
        { [Op.or]: [{ done: false }, { createdAt: { [Op.gt]: since } }] },
        {
          order: [
            ['done', 'ASC'],
            ['id', 'DESC'],
          ],
          limit: LISTED,
        },
      )
      return found.map(orderOf)
    },
    add: async (values: Pick<Order, 'paperId' | 'what'>): Promise<Order> => orderOf(await rows.add(values)),
    async done(id: number, done: boolean): Promise<Order> {
      const row = await rows.one({ id }, { lock: true })
      if (!row) throw missing('order', id)
      return orderOf(await rows.change(row, { done }))
    },
  }
}
