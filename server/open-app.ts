import type { App } from './app-context.ts'
import { config } from './config.ts'
import { openDatabase } from './db/database.ts'
import { migrate } from './db/migrations.ts'
import { Events } from './events.ts'
import { FileStore } from './files/files.ts'
import { clearStore, clearWork } from './files/leftovers.ts'
import { log } from './log.ts'
import { Runner } from './printing/runner.ts'
import { openStore, THE_STUDIO } from './store/store.ts'
import { defineModels } from './store/table.ts'
import { openPool } from './workers/pool.ts'

/** Opens database, store and workers and brings the tables up to date. */
export async function openApp(): Promise<App & { clearLeftovers(): Promise<void>; close(): Promise<void> }> {
  const db = openDatabase()
  await db.authenticate()
  await migrate(db)
  defineModels(db)
  const store = openStore(db, THE_STUDIO)
  const files = new FileStore(config.dataDir)
  await files.open()
  const pool = openPool()
  const events = new Events()
  const runner = new Runner({ store, files, pool, events })
  return {
    store,
    files,
    pool,
    events,
    runner,
    /** Removes what a server that was killed left behind; what takes long goes on by itself. */
    async clearLeftovers() {
      await clearWork(db, files)
      void clearStore(db, files).catch((error) => log.error({ err: error }, 'clearing the store'))
    },
    async close() {
      await runner.close()
      await pool.close()
      await db.close()
    },
  }
}
