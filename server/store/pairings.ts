import { type Pairing, PairingSchema, talliesOf } from '../../core/things/media/media.ts'
import { learnt, type Manner } from '../../core/work/runs/learnt.ts'
import type { Row } from '../db/tables.ts'
import { missing } from '../problems.ts'
import { listAgain } from './list-again.ts'
import type { Before } from './snapshots.ts'
import { type Scope, table } from './table.ts'

export const pairingOf = (row: Row<'pairings'>): Pairing =>
  PairingSchema.parse({ ...row, tested: row.tested ?? undefined, tallies: row.tallies ?? undefined })

/** What the studio knows of papers on printers. */
export function pairings(scope: Scope) {
  const rows = table('pairings', scope)
  return {
    list: (before: Before<readonly Pairing[]> | null = null): Promise<Pairing[]> =>
      listAgain(scope, {
        table: 'pairings',
        where: 'TRUE',
        order: 'id',
        before,
        read: (ids) => rows.all(ids ? { id: ids } : {}, { order: [['id', 'ASC']] }),
        make: pairingOf,
      }),
    add: async (pairing: Pairing): Promise<Pairing> =>
      pairingOf(
        await rows.add({
          ...pairing,
          tested: pairing.tested ?? null,
          tallies: pairing.tallies ?? null,
          borrows: pairing.borrows ?? null,
          begun: pairing.begun ?? 'print',
          notes: pairing.notes ?? '',
          brought: pairing.good === 0 && pairing.bad === 0 ? {} : null,
        }),
      ),
    /** Pairings that name this profile name none. */
    async letGoOf(profileId: string): Promise<void> {
      for (const row of await rows.all({ profileId })) await rows.change(row, { profileId: null })
      for (const row of await rows.all({ borrows: profileId })) await rows.change(row, { borrows: null })
    },
    /** What another studio knows, instead of what was known here. */
    async replace(id: string, pairing: Pairing): Promise<void> {
      const row = await rows.one({ id }, { lock: true })
      if (!row) throw missing('pairing', id)
      await rows.change(row, {
        ...pairing,
        id,
        tested: pairing.tested ?? null,
        tallies: pairing.tallies ?? null,
        borrows: pairing.borrows ?? null,
        begun: pairing.begun ?? 'print',
        notes: pairing.notes ?? '',
        brought: null,
      })
    },
    of: async (printerId: string, paperId: string): Promise<Pairing | null> => {
      const row = await rows.one({ printerId, paperId }, { lock: true })
      return row && pairingOf(row)
    },
    async change(
      id: string,
      change: Partial<Pick<Row<'pairings'>, 'mediaTypeId' | 'dryingMinutes' | 'notes' | 'profileId' | 'borrows'>>,
    ): Promise<Pairing> {
      const row = await rows.one({ id }, { lock: true })
      if (!row) throw missing('pairing', id)
      const other = change.mediaTypeId !== undefined && change.mediaTypeId !== row.mediaTypeId
      // What was printed as the entry of before stays that entry's; the new one is somebody's choice.
      const anew = other ? { tallies: talliesOf(pairingOf(row)), begun: 'hand' as const } : {}
      return pairingOf(await rows.change(row, { ...change, ...anew }))
    },
    /**
     * What was known of one paper is known of another. Where both were printed on a printer, what is known of the other
     * stands and their prints are added up.
     */
    async giveTo(from: string, into: string): Promise<void> {
      for (const row of await rows.all({ paperId: from })) {
        const other = await rows.one({ printerId: row.printerId, paperId: into }, { lock: true })
        if (other) {
          const tallies = { ...talliesOf(pairingOf(other)) }
          for (const [entry, tally] of Object.entries(talliesOf(pairingOf(row)))) {
            const known = tallies[entry] ?? { good: 0, bad: 0 }
            tallies[entry] = { good: known.good + tally.good, bad: known.bad + tally.bad }
          }
          await rows.change(other, { good: other.good + row.good, bad: other.bad + row.bad, tallies, brought: null })
        } else {
          const { createdAt: _, updatedAt: __, studio: ___, ...known } = row
          await rows.add({ ...known, id: `${row.printerId}-${into}`, paperId: into, brought: null })
        }
        await rows.remove({ id: row.id })
      }
    },
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
      const { begun: ___, notes: ____, borrows: _____, tallies = null, ...told } = now
      if (row) await rows.change(row, { ...told, tallies })
      else await rows.add({ id, ...told, tallies, tested: null, brought: {} })
    },
  }
}
