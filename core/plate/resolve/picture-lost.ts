import { contentLost } from '../../sheet/content.ts'
import type { SideView } from '../../sheet/form.ts'
import { type Brief, itemOf } from '../../things/brief/brief.ts'
import { pictureOf } from '../../things/brief/item.ts'

const WHOLE = { x: 0, y: 0, w: 1, h: 1 }

/** Share of the picture on a side that is cut off and not blank paper, 0…1. */
export const pictureLost = (brief: Brief, { turn, crop, layout }: SideView): number =>
  contentLost(pictureOf(itemOf(brief)), turn, crop ?? WHOLE, layout.picture, layout.clipped)
