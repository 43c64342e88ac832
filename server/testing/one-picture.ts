import type { PagePlan, PicturePlan, PixelRect } from '../../core/output/page/page-plan.ts'
import type { PageOf } from '../workers/page-rows.ts'
import type { PictureSource } from '../workers/picture-source.ts'

/** A page with one picture at the most, its parts beside the page's. */
export type FlatPlan = Omit<PagePlan, 'pictures'> & Omit<PicturePlan, 'item' | 'intent' | 'place'> & { place: PixelRect | null }

export interface FlatPage extends Omit<PageOf, 'plan' | 'pictures'>, Omit<PictureSource, 'file'> {
  picture: string | null
  plan: FlatPlan
}

/** Such a page as pages are made. */
export function pageOf({ picture, channels, sourceProfile, intent, sharpen, plan, ...page }: FlatPage): PageOf {
  const { crop, turn, mirror, place, wrap, ...rest } = plan
  const placed = picture !== null && place !== null
  return {
    ...page,
    plan: { ...rest, pictures: placed ? [{ item: '1', intent: null, crop, turn, mirror, place, wrap }] : [] },
    pictures: placed ? [{ file: picture, channels, sourceProfile, intent, sharpen }] : [],
  }
}
