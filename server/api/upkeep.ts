import type { App } from '../app-context.ts'
import { roomOf } from '../upkeep/disk.ts'
import { router } from './shared.ts'

export function upkeepApi({ store, upkeep }: App) {
  return router()
    .call('GET /upkeep', async (c) => {
      const [disk, backups] = await Promise.all([roomOf(store), upkeep.backups.told()])
      return c.json({ disk, backups }, 200)
    })
    .call('GET /upkeep/uses', async (c) => c.json(await upkeep.uses(), 200))
    .call('POST /upkeep/backups', (c) => c.json({ making: upkeep.backups.begin().toISOString() }, 202))
}
