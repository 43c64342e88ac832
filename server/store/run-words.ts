import { QueryTypes } from 'sequelize'
import { wordsOf } from '../../core/work/runs/search-words.ts'
import type { Scope } from './table.ts'

/** A beginning of a word that fewer runs have than this is looked up among the words; the others are read in the newest runs. */
const RARE = 5000
/** Rows written at once. */
const AT_ONCE = 2000

/** The words runs are found by, each with its runs. */
export function runWords({ db, studio, transaction }: Scope) {
  const within = transaction ? { transaction } : {}
  const like = (beginning: string) => `${beginning.replace(/[\\%_]/g, (s) => `\\${s}`)}%`
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
      // Counted first, and only up to there: the thousands that have a common word are not sent here to be thrown away.
      let rarest: { beginning: string; many: number } | null = null
      for (const beginning of beginnings) {
        const [counted] = await db.query<{ many: number }>(
          `SELECT COUNT(*) AS many FROM (SELECT 1 FROM run_words WHERE studio = ? AND word LIKE ? LIMIT ${RARE}) AS some`,
          { type: QueryTypes.SELECT, replacements: [studio, like(beginning)], ...within },
        )
        const many = Number(counted?.many ?? 0)
        if (many < (rarest?.many ?? RARE)) rarest = { beginning, many }
      }
      if (rarest === null) return null
      const found: { runId: number }[] = await db.query<{ runId: number }>(
        'SELECT DISTINCT run_id AS runId FROM run_words WHERE studio = ? AND word LIKE ?',
        { type: QueryTypes.SELECT, replacements: [studio, like(rarest.beginning)], ...within },
      )
      return found.map(({ runId }) => runId)
    },
  }
}
