import type { PagePlan } from '../../core/output/page/page-plan.ts'
import type { Plate } from '../../core/plate/resolve/plate.ts'
import { itemById } from '../../core/things/brief/brief.ts'
import { pictureIn } from '../../core/things/brief/item.ts'
import { LIMITS } from '../config.ts'
import type { FileStore } from '../files/files.ts'
import type { PageOf } from '../workers/page-rows.ts'
import type { PictureSource } from '../workers/picture-source.ts'

/** What a page is made from: its pictures, the profiles of a plate, and how colour is rendered. The plate has a set-up. */
export function pageTask(plate: Pick<Plate, 'setup' | 'brief'>, plan: PagePlan, files: FileStore): PageOf {
  const { setup } = plate
  if (!setup) throw new Error('the plate has nothing to make a page from')
  const file = (hash: string | null) => (hash !== null && files.has(hash) ? files.pathOf(hash) : null)
  const managed = setup.management === 'program' || setup.management === 'both'
  return {
    plan,
    pictures: plan.pictures.map((placed): PictureSource => {
      const item = itemById(plate.brief, placed.item)
      const picture = item && pictureIn(item)
      if (!picture) throw new Error(`the picture of item ${placed.item} is gone`)
      return {
        file: files.pathOf(picture.hash),
        channels: picture.channels,
        sourceProfile: file(picture.profileHash),
        intent: placed.intent ?? setup.intent,
        sharpen: item.sharpen,
      }
    }),
    printerProfile: managed && setup.profile ? file(setup.profile.hash) : null,
    blackPoint: setup.blackPoint,
    untouched: setup.management === 'none',
    maxPixels: LIMITS.pixels,
  }
}
