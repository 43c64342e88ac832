// npm run backup -- FILE: everything of this installation as one archive, also while it runs.
// The database and its files are in step, and every part is written down with its checksum. An archive that is there
// already is not written over, and one that could not be finished is not left behind.
import { existsSync, rmSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { asideOf, writeBackup } from './backup/write.mjs'
import { die, needModules, root, say } from './lib.mjs'

needModules()
const [asked] = process.argv.slice(2)
if (!asked) die('Say where to: npm run backup -- FILE.zip')
const file = resolve(process.env.INIT_CWD ?? process.cwd(), asked)
if (existsSync(file)) die(`${file} is there already. Name another file, or move it away.`)
const dir = process.env.ARCH_VAR ?? join(root, 'var')
const data = process.env.ARCH_DATA_DIR ?? join(dir, 'data')
const partial = `${file}.partial`
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, () => {
    rmSync(partial, { force: true })
    rmSync(asideOf(data), { recursive: true, force: true })
    process.exit(1)
  })
try {
  const { files, bytes } = await writeBackup({
    file,
    partial,
    data,
    database: {
      host: process.env.ARCH_DB_HOST ?? '127.0.0.1',
      port: Number(process.env.ARCH_DB_PORT ?? 8643),
      user: process.env.ARCH_DB_USER ?? 'archplate',
      name: process.env.ARCH_DB_NAME ?? 'archplate',
      password: process.env.ARCH_DB_PASSWORD ?? null,
      passwordFile: process.env.ARCH_DB_PASSWORD_FILE ?? join(dir, 'database-password'),
      tls: process.env.ARCH_DB_TLS ?? null,
    },
  })
  say(
    `${file} is written: the database and ${files} files, ${(bytes / (1 << 20)).toFixed(1)} MB. npm run restore -- FILE FOLDER tries it out.`,
  )
} catch (error) {
  rmSync(partial, { force: true })
  die(
    `Nothing was written: ${error.code === 'ENOSPC' ? 'the disk is full. Make room, or name another disk.' : error.message}${/connect/i.test(error.message) ? ' Start it first: npm start.' : ''}`,
  )
}
