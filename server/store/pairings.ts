import { type Pairing, PairingSchema } from '../../core/things/media/media.ts'
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
    /** Counts what an inspection says; where there is no pairing nothing is learnt. */
    async count(printerId: string, paperId: string, { good, bad }: { good: number; bad: number }): Promise<void> {
      const row = await rows.one({ id: `${printerId}-${paperId}` }, { lock: true })
      if (row && (good !== 0 || bad !== 0)) await rows.change(row, { good: Math.max(0, row.good + good), bad: Math.max(0, row.bad + bad) })
    },
  }
}
