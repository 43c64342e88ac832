import { QueryTypes } from 'sequelize'
import { type Tally, talliesOf } from '../../core/things/media/media.ts'
import { pairingOf } from './pairings.ts'
import { plates } from './plates.ts'
import { type Scope, table } from './table.ts'

/** Plates read at once. */
const AT_ONCE = 500

type Tallies = Record<string, Tally>

/** How often each printer's papers came out right, and were wasted, as the log says: fronts, each run once. */
async function statedCounts({ db, studio, transaction }: Scope): Promise<Map<string, Tally>> {
  const rows = await db.query<{ printerId: string; paperId: string; good: string; bad: string }>(
    `SELECT printer_id AS printerId, paper_id AS paperId, SUM(verdict = 'right') AS good, SUM(verdict = 'wasted') AS bad
       FROM (SELECT printer_id, paper_id, JSON_VALUE(inspection, '$.verdict') AS verdict
               FROM runs WHERE studio = ? AND inspection IS NOT NULL AND side = 'front') AS inspected
      GROUP BY printer_id, paper_id`,
    { type: QueryTypes.SELECT, replacements: [studio], transaction },
  )
  return new Map(rows.map(({ printerId, paperId, good, bad }) => [`${printerId} ${paperId}`, { good: Number(good), bad: Number(bad) }]))
}

/** The same of one of them, by the media type each was printed as. */
async function statedTallies(scope: Scope, printerId: string, paperId: string): Promise<Tallies> {
  const { db, studio, transaction } = scope
  const counted = await db.query<{ plateId: string; good: string; bad: string }>(
    `SELECT plate_id AS plateId, SUM(verdict = 'right') AS good, SUM(verdict = 'wasted') AS bad
       FROM (SELECT plate_id, JSON_VALUE(inspection, '$.verdict') AS verdict
               FROM runs WHERE studio = ? AND printer_id = ? AND paper_id = ? AND inspection IS NOT NULL AND side = 'front') AS inspected
      GROUP BY plate_id`,
    { type: QueryTypes.SELECT, replacements: [studio, printerId, paperId], transaction },
  )
  const tallies: Tallies = {}
  for (let at = 0; at < counted.length; at += AT_ONCE) {
    const some = counted.slice(at, at + AT_ONCE)
    const texts = await plates(scope).textsOf(some.map(({ plateId }) => plateId))
    for (const { plateId, good, bad } of some) {
      const entry: string | undefined = JSON.parse(texts.get(plateId) ?? 'null')?.setup?.mediaType.id
      if (entry === undefined) continue
      const before = tallies[entry] ?? { good: 0, bad: 0 }
      tallies[entry] = { good: before.good + Number(good), bad: before.bad + Number(bad) }
    }
  }
  return tallies
}

const entriesOf = (...of: Tallies[]) => [...new Set(of.flatMap((tallies) => Object.keys(tallies)))]
const combined = (one: Tallies, other: Tallies, sign: 1 | -1): Tallies =>
  Object.fromEntries(
    entriesOf(one, other).map((entry) => [
      entry,
      {
        good: (one[entry]?.good ?? 0) + sign * (other[entry]?.good ?? 0),
        bad: (one[entry]?.bad ?? 0) + sign * (other[entry]?.bad ?? 0),
      },
    ]),
  )
const sumOf = (tallies: Tallies): Tally =>
  Object.values(tallies).reduce((sum, { good, bad }) => ({ good: sum.good + good, bad: sum.bad + bad }), { good: 0, bad: 0 })

/**
 * Counts anew what the pairings have learnt from the log. What one has brought along from elsewhere is reckoned when it is first
 * looked at, and counts from then on.
 * @returns the pairings of which something else was kept
 */
export async function recountPairings(scope: Scope): Promise<string[]> {
  const rows = table('pairings', scope)
  const stated = await statedCounts(scope)
  const wrong: string[] = []
  for (const row of await rows.all({}, { order: [['id', 'ASC']] })) {
    const { id, printerId, paperId } = row
    if (row.brought === null) {
      const brought = combined(talliesOf(pairingOf(row)), await statedTallies(scope, printerId, paperId), -1)
      await rows.follow({ id }, { brought })
      continue
    }
    const own = stated.get(`${printerId} ${paperId}`) ?? { good: 0, bad: 0 }
    const elsewhere = sumOf(row.brought)
    if (row.good === own.good + elsewhere.good && row.bad === own.bad + elsewhere.bad) continue
    wrong.push(id)
    const tallies = combined(row.brought, await statedTallies(scope, printerId, paperId), 1)
    await rows.change(row, { ...sumOf(tallies), tallies })
  }
  return wrong
}
