import { clearHalfExports } from './archive/exports.ts'
import { config } from './config.ts'
import { clearStore, clearWork, letPreviewsGo, letSheetsGo } from './files/leftovers.ts'
import type { Installation } from './installation.ts'
import { log } from './log.ts'
import { followSimulator } from './printing/follow-simulator.ts'
import { repair } from './printing/repair.ts'

/** How often it is looked for what nobody needs any more, ms. */
const SWEEP = 3_600_000

/**
 * Forgets requests that nobody makes again, delivered sheets and previews that the house rules keep no longer, and files nobody
 * refers to.
 * Each file that is not plainly accounted for takes a look through every record: after the first time, which may find what a
 * killed server left, only when something was let go.
 */
async function sweep({ db, files, studios: all, app }: Installation, first: boolean): Promise<void> {
  await all.forgetRequests()
  let gone = 0
  for (const { studio, making } of await all.list()) {
    const it = making === null ? await app(studio) : null
    if (!it) continue
    gone += await letSheetsGo(it.store)
    await letPreviewsGo(it.store, files)
  }
  if (first || gone > 0) await clearStore(db, files)
}

/** Takes up in every studio what was under way when the server stopped, and clears what a killed one left behind. */
export async function takeUp(installation: Installation): Promise<void> {
  const { db, files, studios: all, app } = installation
  await followSimulator(db, config.simulatorPort)
  await clearWork(db, files)
  await clearHalfExports()
  for (const { studio, making } of await all.list()) {
    if (making !== null) {
      log.warn({ studio }, 'was being made when the server stopped; it is removed')
      await all.remove(studio)
      continue
    }
    const it = await app(studio)
    if (!it) continue
    await repair(it.store, files)
    await it.runner.resume()
  }
  // Nobody waits for it.
  const swept = (first: boolean) => void sweep(installation, first).catch((error) => log.warn({ err: error }, 'what nobody needs any more'))
  swept(true)
  setInterval(swept, SWEEP, false).unref()
}
