import type { Events } from './events.ts'
import type { FileStore } from './files/files.ts'
import type { Runner } from './printing/runner.ts'
import type { Store } from './store/store.ts'
import type { Pool } from './workers/pool.ts'

/** What every part of the server shares. */
export interface App {
  store: Store
  files: FileStore
  pool: Pool
  events: Events
  runner: Runner
}
