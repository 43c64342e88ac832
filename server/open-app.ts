import type { App } from './app-context.ts'
import { config } from './config.ts'
import { openDatabase } from './db/database.ts'
import { migrate } from './db/migrations.ts'
import { defineModels } from './db/models.ts'
import { Events } from './events.ts'
import { Runner } from './printing/runner.ts'
import { FileStore } from './store/files.ts'
import { openPool } from './workers/pool.ts'

/** Opens database, store and workers and brings the tables up to date. */
export async function openApp(): Promise<App & { close(): Promise<void> }> {
  const db = openDatabase()
  await db.authenticate()
  await migrate(db)
  const models = defineModels(db)
  const files = new FileStore(config.dataDir)
  await files.open()
  const pool = openPool()
  const events = new Events()
  const runner = new Runner({ models, files, pool, events })
  return {
    db,
    models,
    files,
    pool,
    events,
    runner,
    async close() {
      await runner.close()
      await pool.close()
      await db.close()
    },
  }
}
