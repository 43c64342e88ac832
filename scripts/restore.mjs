// npm run restore -- FILE [FOLDER]: an installation as a backup has it, into an empty folder (var, unless another is named).
// Every part is compared with its checksum before anything is said to be restored; what breaks off is begun anew the next time.
import { join, resolve } from 'node:path'
import { readBackup } from './backup/read.mjs'
import { startDatabase } from './database.mjs'
import { die, endChildren, needModules, needPackages, portFree, root, say } from './lib.mjs'

needPackages(['mariadb-server'])
needModules()
const [asked, folder] = process.argv.slice(2)
if (!asked) die('Say what from: npm run restore -- FILE.zip [FOLDER]')
const from = process.env.INIT_CWD ?? process.cwd()
const dir = folder ? resolve(from, folder) : (process.env.ARCH_VAR ?? join(root, 'var'))
const port = Number(process.env.ARCH_DB_PORT ?? 8643)
if (!(await portFree(port))) die(`Port ${port}, meant for the database, is taken. Stop what uses it, or choose another: ARCH_DB_PORT=…`)
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void endChildren().then(() => process.exit(1)))
try {
  const { at, files } = await readBackup({ file: resolve(from, asked), dir, start: () => startDatabase(dir, port), port })
  await endChildren()
  say(`Restored into ${dir}: the state of ${at}, the database and ${files} files, each compared with its checksum.`)
  say(folder ? `Start it with: ARCH_VAR=${dir} npm start` : 'Start it with: npm start')
  process.exit(0)
} catch (error) {
  await endChildren()
  die(`It was not restored: ${error.code === 'ENOSPC' ? 'the disk is full. Make room, or name another folder.' : error.message}`)
}
