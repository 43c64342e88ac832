import type { Sequelize } from 'sequelize'
import type { App } from './app-context.ts'
import { config } from './config.ts'
import { openDatabase } from './db/database.ts'
import { migrate } from './db/migrations.ts'
import { Events } from './events.ts'
import { FileStore } from './files/files.ts'
import { openPictureFiles, type PictureFiles } from './pictures/picture-files.ts'
import { Runner } from './printing/runner.ts'
import { studios } from './store/studios.ts'
import { defineModels } from './store/table.ts'
import { openBackups } from './upkeep/backups.ts'
import { copyBefore } from './upkeep/copy-before.ts'
import { openUses } from './upkeep/disk.ts'
import { openPool, type Pool } from './workers/pool.ts'

/** What all studios of this installation share, and the way to each. */
export interface Installation {
  db: Sequelize
  files: FileStore
  pictureFiles: PictureFiles
  pool: Pool
  studios: ReturnType<typeof studios>
  upkeep: App['upkeep']
  /** A studio at work; null where there is none of this name, or where it is still being made. */
  app(studio: string): Promise<App | null>
  /** Closes a studio to everybody until it is reopened: what listens to it is told that it is over. */
  close(studio: string): Promise<void>
  reopen(studio: string): void
  end(): Promise<void>
}

/** Opens database, files and workers and brings the tables up to date. */
export async function openInstallation(): Promise<Installation> {
  const db = openDatabase()
  await db.authenticate()
  defineModels(db)
  if (process.env.ARCH_NO_COPY !== '1') {
    const copy = await copyBefore(db, config.backupDir)
    if (copy) console.log(`The database is brought up to date. As it was before it is kept in ${copy}.`)
  }
  await migrate(db)
  const files = new FileStore(config.dataDir)
  await files.open()
  const pool = openPool()
  const pictureFiles = openPictureFiles(db, files, pool)
  const all = studios(db)
  const open = new Map<string, App>()
  const closed = new Set<string>()
  const ready = async () => (await all.list()).filter(({ making }) => making === null)
  let began: Date | null = null
  const upkeep = {
    uses: openUses(db, files),
    backups: openBackups({
      keep: async () =>
        Math.max(
          0,
          ...(await Promise.all((await ready()).map(async ({ studio }) => (await all.open(studio).studio()).rules.nightlyBackups))),
        ),
      since: async () => {
        began ??= new Date(Math.min(Date.now(), ...(await all.list()).map(({ since }) => Date.parse(since))))
        return began
      },
    }),
  }
  return {
    db,
    files,
    pictureFiles,
    pool,
    studios: all,
    upkeep,
    async app(studio) {
      if (closed.has(studio)) return null
      const known = open.get(studio)
      if (known) return known
      const row = await all.tryFind(studio)
      if (!row || row.making !== null) return null
      // Of two who ask at one moment the first opens it.
      const now = open.get(studio)
      if (now || closed.has(studio)) return now ?? null
      const store = all.open(studio)
      const events = new Events()
      const app = { studio, store, files, pictureFiles, pool, events, runner: new Runner({ store, files, pool, events }), upkeep }
      open.set(studio, app)
      return app
    },
    async close(studio) {
      closed.add(studio)
      const app = open.get(studio)
      open.delete(studio)
      app?.events.end()
      await app?.runner.close()
    },
    reopen: (studio) => void closed.delete(studio),
    async end() {
      upkeep.backups.end()
      await Promise.all([...open.values()].map((app) => app.runner.close()))
      await pool.close()
      await db.close()
    },
  }
}
