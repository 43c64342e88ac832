import { createHash } from 'node:crypto'
import { QueryTypes } from 'sequelize'
import { wordsOf } from '../../core/work/runs/search-words.ts'
import { recountPairings } from './counted-pairings.ts'
import { experience } from './experience.ts'
import { runWords } from './run-words.ts'
import type { Scope } from './table.ts'

/** Runs read at once. */
const AT_ONCE = 1000

/** What was kept otherwise than the runs say. */
export interface Rebuilt {
  paths: string[]
  pairings: string[]
  words: boolean
}

/**
 * Makes what is kept beside the runs, and follows from them, anew: what each path has done, how often each paper came out right,
 * and the words runs are found by. All are kept in the same acts as the runs, so nothing should be found that is otherwise.
 */
export async function rebuildLearnt(scope: Scope): Promise<Rebuilt> {
  return { ...(await rebuildSums(scope)), pairings: await recountPairings(scope) }
}

/** The same of paths and words alone, which is what there is of runs that were never summed up. */
export async function rebuildSums(scope: Scope): Promise<Pick<Rebuilt, 'paths' | 'words'>> {
  const paths = await experience(scope).rebuild()
  const stated = await statedWords(scope)
  const kept = await keptWords(scope)
  if (stated !== kept) {
    await scope.db.query('DELETE FROM run_words WHERE studio = ?', { replacements: [scope.studio] })
    for await (const runs of textsOf(scope)) await runWords(scope).writeAll(runs)
  }
  return { paths, words: stated !== kept }
}

/** Every run with what it is found by, some at a time, the oldest first. */
async function* textsOf({ db, studio }: Scope) {
  let last = 0
  for (;;) {
    const runs: { runId: number; text: string }[] = await db.query<{ runId: number; text: string }>(
      `SELECT id AS runId, search_text AS text FROM runs WHERE studio = ? AND id > ? ORDER BY id LIMIT ${AT_ONCE}`,
      { type: QueryTypes.SELECT, replacements: [studio, last] },
    )
    yield runs
    if (runs.length < AT_ONCE) return
    last = runs.at(-1)?.runId ?? last
  }
}

const digest = (word: string, runId: number) => BigInt(`0x${createHash('md5').update(`${word} ${runId}`).digest('hex').slice(0, 8)}`)

/** How many words the runs have, and the sum of their digests: the same in any order. */
async function statedWords(scope: Scope): Promise<string> {
  let [count, sum] = [0, 0n]
  for await (const runs of textsOf(scope))
    for (const { runId, text } of runs)
      for (const word of wordsOf(text)) {
        count++
        sum += digest(word, runId)
      }
  return `${count} ${sum}`
}

async function keptWords({ db, studio }: Scope): Promise<string> {
  const [kept] = await db.query<{ count: number; sum: string | null }>(
    "SELECT COUNT(*) AS count, CAST(SUM(CAST(CONV(LEFT(MD5(CONCAT(word, ' ', run_id)), 8), 16, 10) AS UNSIGNED)) AS CHAR) AS sum FROM run_words WHERE studio = ?",
    { type: QueryTypes.SELECT, replacements: [studio] },
  )
  return `${kept?.count ?? 0} ${kept?.sum ?? 0}`
}
