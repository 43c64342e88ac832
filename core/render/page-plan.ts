import type { Plate } from '../plate/plate.ts'
import type { Rect } from '../sheet/rect.ts'

/** A rectangle in pixels. */
export interface PixelRect {
  left: number
  top: number
  width: number
  height: number
}

/** Everything needed to make the page's pixels, without knowing why. */
export interface PagePlan {
  ppi: number
  /** The whole page, with the bleed of a borderless page around it. */
  width: number
  height: number
  /** Size of the page in points (1/72 in), as the raster header says it. */
  pageWidth: number
  pageHeight: number
  /** Part of the upright picture that is used, in its own pixels. */
  crop: PixelRect
  /** Clockwise turn of the picture, degrees. */
  turn: 0 | 90 | 180 | 270
  /** Where the turned picture goes on the page; may reach beyond it. */
  place: PixelRect
  /** Ink is kept within this. */
  keep: PixelRect
}

/** Pixels of the page for a plate; null without a set-up or a picture. Rounds each edge to the nearest pixel. */
export function planPage(plate: Plate): PagePlan | null {
  const { setup, layout } = plate
  const { picture } = plate.brief
  if (!setup || !layout || !picture) return null
  const ppi = setup.printer.feedPpi
  const bleed = setup.borderless === 'none' ? 0 : (setup.expansion?.um ?? 0)
  const px = (um: number) => Math.round((um * ppi) / 25_400)
  const pixels = (r: Rect): PixelRect => {
    const left = px(r.x - layout.page.x + bleed)
    const top = px(r.y - layout.page.y + bleed)
    return {
      left,
      top,
      width: Math.max(1, px(r.x + r.w - layout.page.x + bleed) - left),
      height: Math.max(1, px(r.y + r.h - layout.page.y + bleed) - top),
    }
  }
  const { crop } = setup
  const left = Math.min(picture.width - 1, Math.round(crop.x * picture.width))
  const top = Math.min(picture.height - 1, Math.round(crop.y * picture.height))
  return {
    ppi,
    width: Math.max(1, px(layout.page.w + 2 * bleed)),
    height: Math.max(1, px(layout.page.h + 2 * bleed)),
    pageWidth: Math.round((layout.page.w * 72) / 25_400),
    pageHeight: Math.round((layout.page.h * 72) / 25_400),
    crop: {
      left,
      top,
      width: Math.max(1, Math.min(picture.width - left, Math.round(crop.w * picture.width))),
      height: Math.max(1, Math.min(picture.height - top, Math.round(crop.h * picture.height))),
    },
    turn: setup.turn,
    place: pixels(layout.picture),
    keep: pixels(layout.printable),
  }
}
