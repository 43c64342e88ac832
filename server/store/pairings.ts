import { type Pairing, PairingSchema } from '../../core/things/media/media.ts'
import { learnt, type Manner } from '../../core/work/runs/learnt.ts'
import type { Row } from '../db/tables.ts'
import { missing } from '../problems.ts'
import { type Scope, table } from './table.ts'

const pairingOf = (row: Row<'pairings'>): Pairing => PairingSchema.parse({ ...row, tested: row.tested ?? undefined })

/** What the studio knows of papers on printers. */
export function pairings(scope: Scope) {
  const rows = table('pairings', scope)
  return {
    list: async (): Promise<Pairing[]> => (await rows.all({}, { order: [['id', 'ASC']] })).map(pairingOf),
    add: (pairing: Pairing) => rows.add({ ...pairing, tested: pairing.tested ?? null }),
    async tested(id: string, tested: Pairing['tested']): Promise<void> {
      const row = await rows.one({ id })
      if (!row) throw missing('pairing', id)
      await rows.change(row, { tested: tested ?? null })
    },
    /** Counts what an inspection says; the first one of a paper on a printer makes their pairing. */
    async count(printerId: string, paperId: string, manner: Manner, by: { good: number; bad: number }): Promise<void> {
      if (by.good === 0 && by.bad === 0) return
      const id = `${printerId}-${paperId}`
      const row = await rows.one({ id }, { lock: true })
      const { id: _, tested: __, ...now } = learnt(row && pairingOf(row), { id, printerId, paperId }, manner, by)
      if (row) await rows.change(row, now)
      else await rows.add({ id, ...now, tested: null })
    },
  }
}
