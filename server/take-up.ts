import { clearHalfExports } from './archive/exports.ts'
import { clearStore, clearWork } from './files/leftovers.ts'
import type { Installation } from './installation.ts'
import { log } from './log.ts'
import { repair } from './printing/repair.ts'

/** How often requests that nobody makes again are forgotten, ms. */
const SWEEP = 3_600_000

/** Takes up in every studio what was under way when the server stopped, and clears what a killed one left behind. */
export async function takeUp({ db, files, studios: all, app }: Installation): Promise<void> {
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
  const sweep = () => void all.forgetRequests().catch((error) => log.warn({ err: error }, 'old requests'))
  sweep()
  setInterval(sweep, SWEEP).unref()
  // It takes long, and nobody waits for it.
  void clearStore(db, files).catch((error) => log.error({ err: error }, 'clearing the store'))
}
