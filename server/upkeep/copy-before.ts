import { spawn } from 'node:child_process'
import { existsSync } from 'node:fs'
import { mkdir } from 'node:fs/promises'
import { join } from 'node:path'
import type { Sequelize } from 'sequelize'
import { config } from '../config.ts'
import { changeAhead } from '../db/migrations.ts'

/** The copy that is wanted before a change could not be made. */
export class NoCopy extends Error {}

/**
 * Makes a backup of everything before an older installation is changed by this version. Where the change itself breaks off and
 * is begun again the same day, the copy of before it stays the one; of a database that was brought back later there is another.
 * @returns the file, or null where nothing is going to be changed
 * @throws NoCopy where it cannot be made: nothing is changed then
 */
export async function copyBefore(db: Sequelize, folder: string, env: NodeJS.ProcessEnv = {}): Promise<string | null> {
  const ahead = await changeAhead(db)
  if (ahead === null) return null
  const file = join(folder, `before-${ahead}-${new Date().toISOString().slice(0, 10)}.zip`)
  if (existsSync(file)) return file
  await mkdir(folder, { recursive: true })
  const all = { ...process.env, ARCH_DATA_DIR: config.dataDir, ARCH_DB_PASSWORD_FILE: config.database.passwordFile, ...env }
  await new Promise<void>((done, fail) => {
    let said = ''
    const proc = spawn(process.execPath, [join(config.root, 'scripts/backup.mjs'), file], { env: all, stdio: ['ignore', 'ignore', 'pipe'] })
    proc.stderr.on('data', (part) => {
      said = (said + part).slice(-600)
    })
    proc.once('error', fail)
    proc.once('exit', (code) => (code === 0 ? done() : fail(new Error(said.trim()))))
  }).catch((error: Error) => {
    throw new NoCopy(
      `This version has to change the database, and makes a backup before: that could not be done. ${error.message} Nothing was changed. Make room for it, name another folder with ARCH_BACKUP_DIR, or, if you have a copy of your own, start with ARCH_NO_COPY=1.`,
    )
  })
  return file
}
