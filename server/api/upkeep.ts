import type { App } from '../app-context.ts'
import { roomOf } from '../upkeep/disk.ts'
import { router } from './shared.ts'

export function upkeepApi({ store, upkeep }: App) {
  return router()
    .call('GET /upkeep', async (c) => {
      const [disk, uses, backups] = await Promise.all([roomOf(store), upkeep.uses(), upkeep.backups.told()])
      return c.json({ disk, uses, backups }, 200)
    })
    .call('POST /upkeep/backups', (c) => c.json({ making: upkeep.backups.begin().toISOString() }, 202))
}
