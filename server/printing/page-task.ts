import type { PagePlan } from '../../core/output/page/page-plan.ts'
import type { Plate } from '../../core/plate/resolve/plate.ts'
import { itemOf } from '../../core/things/brief/brief.ts'
import { pictureIn } from '../../core/things/brief/item.ts'
import { LIMITS } from '../config.ts'
import type { FileStore } from '../files/files.ts'
import type { PageTask } from '../workers/page-rows.ts'

/** What a page is made from: the picture, the profiles of a plate, and how colour is rendered. The plate has a set-up. */
export function pageTask(plate: Plate, plan: PagePlan, files: FileStore): Omit<PageTask, 'output' | 'bits'> {
  const { setup } = plate
  const item = itemOf(plate.brief)
  const picture = pictureIn(item)
  if (!setup) throw new Error('the plate has nothing to make a page from')
  const file = (hash: string | null) => (hash !== null && files.has(hash) ? files.pathOf(hash) : null)
  const managed = setup.management === 'program' || setup.management === 'both'
  return {
    picture: picture && files.pathOf(picture.hash),
    channels: picture?.channels ?? 'rgb',
    sourceProfile: file(picture?.profileHash ?? null),
    printerProfile: managed && setup.profile ? file(setup.profile.hash) : null,
    intent: setup.intent,
    blackPoint: setup.blackPoint,
    untouched: setup.management === 'none',
    plan,
    sharpen: item.sharpen,
    maxPixels: LIMITS.pixels,
  }
}
