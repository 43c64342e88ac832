import { QueryTypes } from 'sequelize'
import { wordsOf } from '../../core/work/runs/search-words.ts'
import type { Scope } from './table.ts'

/** A beginning of a word that fewer runs have than this is looked up among the words; the others are read in the newest runs. */
const RARE = 5000
/**
 * Beginnings that were found in so many runs, with their studio: they stay common, since runs stay. Should one be so no more, the
 * newest runs are read for it, which finds the same.
 */
const common = new Set<string>()
const MOST_COMMON = 1000
/** Rows written at once. */
const AT_ONCE = 2000

/** The words runs are found by, each with its runs. */
export function runWords({ db, studio, transaction }: Scope) {
  const within = transaction ? { transaction } : {}
  const like = (beginning: string) => `${beginning.replace(/[\\%_]/g, (s) => `\\${s}`)}%`
  /** How many runs have such a word, counted only up to there: the thousands that have a common one are not sent here to be thrown away. */
  const upTo = async (beginning: string): Promise<number> => {
    const [counted] = await db.query<{ many: number }>(
      `SELECT COUNT(*) AS many FROM (SELECT 1 FROM run_words WHERE studio = ? AND word LIKE ? LIMIT ${RARE}) AS some`,
      { type: QueryTypes.SELECT, replacements: [studio, like(beginning)], ...within },
    )
    const many = Number(counted?.many ?? 0)
    if (many >= RARE) {
      common.add(`${studio} ${beginning}`)
      for (const oldest of common) if (common.size > MOST_COMMON) common.delete(oldest)
    }
    return many
  }
  return {
    /** Writes down what a run is found by now, and takes back what it was found by before. */
    async write(runId: number, text: string, before = ''): Promise<void> {
      await this.writeAll([{ runId, text, before }])
    },
    async writeAll(runs: readonly { runId: number; text: string; before?: string }[]): Promise<void> {
      const rows = runs.flatMap(({ runId, text, before = '' }) => {
        const known = new Set(wordsOf(before))
        return wordsOf(text).flatMap((word) => (known.has(word) ? [] : [[studio, word, runId] as const]))
      })
      for (let at = 0; at < rows.length; at += AT_ONCE) {
        const some = rows.slice(at, at + AT_ONCE)
        // One that is there already is there.
        await db.query(`INSERT IGNORE INTO run_words (studio, word, run_id) VALUES ${some.map(() => '(?, ?, ?)').join(', ')}`, {
          replacements: some.flat(),
          ...within,
        })
      }
      for (const { runId, text, before = '' } of runs) {
        const kept = new Set(wordsOf(text))
        const gone = wordsOf(before).filter((word) => !kept.has(word))
        if (gone.length > 0)
          await db.query('DELETE FROM run_words WHERE studio = ? AND word IN (?) AND run_id = ?', {
            replacements: [studio, gone, runId],
            ...within,
          })
      }
    },
    /** The runs of the rarest of these beginnings of words; null where each is in very many. */
    async ofRarest(beginnings: readonly string[]): Promise<number[] | null> {
      const counts = await Promise.all(
        beginnings.filter((one) => !common.has(`${studio} ${one}`)).map(async (beginning) => ({ beginning, many: await upTo(beginning) })),
      )
      const [rarest] = counts.filter(({ many }) => many < RARE).sort((one, other) => one.many - other.many)
      if (!rarest) return null
      const found: { runId: number }[] = await db.query<{ runId: number }>(
        'SELECT DISTINCT run_id AS runId FROM run_words WHERE studio = ? AND word LIKE ?',
        { type: QueryTypes.SELECT, replacements: [studio, like(rarest.beginning)], ...within },
      )
      return found.map(({ runId }) => runId)
    },
  }
}
