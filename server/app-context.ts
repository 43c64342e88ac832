import type { Sequelize } from 'sequelize'
import type { Models } from './db/models.ts'
import type { Events } from './events.ts'
import type { Runner } from './printing/runner.ts'
import type { FileStore } from './store/files.ts'
import type { Pool } from './workers/pool.ts'

/** What every part of the server shares. */
export interface App {
  db: Sequelize
  models: Models
  files: FileStore
  pool: Pool
  events: Events
  runner: Runner
}
