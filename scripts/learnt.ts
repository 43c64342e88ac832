/**
 * Sums up anew what is kept beside the runs of every studio (what each path has done, how papers came out, the words runs are found by), compares, and mends
 * what is otherwise. To be run while the application is not at work; nothing should ever be found.
 *   npm run learnt
 */
import { openDatabase } from '../server/db/database.ts'
import { rebuildLearnt } from '../server/store/learnt.ts'
import { studios } from '../server/store/studios.ts'
import { defineModels } from '../server/store/table.ts'

const db = openDatabase()
defineModels(db)
for (const { studio, name } of await studios(db).list()) {
  const { paths, pairings, words } = await rebuildLearnt({ db, studio, transaction: null })
  const wrong = [
    ...paths.map((path) => `what ${path} has done`),
    ...pairings.map((pairing) => `how ${pairing} came out`),
    ...(words ? ['the words runs are found by'] : []),
  ]
  process.stdout.write(`${name}: ${wrong.length === 0 ? 'as the runs say.' : `${wrong.join(', ')}: mended.`}\n`)
}
await db.close()
