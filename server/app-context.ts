import type { Events } from './events.ts'
import type { FileStore } from './files/files.ts'
import type { PictureFiles } from './pictures/picture-files.ts'
import type { Runner } from './printing/runner.ts'
import type { Store } from './store/store.ts'
import type { Backups } from './upkeep/backups.ts'
import type { openUses } from './upkeep/disk.ts'
import type { Pool } from './workers/pool.ts'

/** What every part of the server has of the one studio it works for; files and workers are shared by all studios. */
export interface App {
  /** Its short name. */
  studio: string
  store: Store
  files: FileStore
  pictureFiles: PictureFiles
  pool: Pool
  events: Events
  runner: Runner
  upkeep: { uses: ReturnType<typeof openUses>; backups: Backups }
}
