import { type Plate, sideOf } from '../../plate/resolve/plate.ts'
import type { Side } from '../../sheet/form.ts'
import type { TextBlock } from '../../sheet/make/back-text.ts'
import { foldMarks } from '../../sheet/make/wrapped-canvas.ts'
import type { Rect } from '../../sheet/rect.ts'
import { itemOf } from '../../things/brief/brief.ts'
import { pictureIn } from '../../things/brief/item.ts'
import { mirrored, type Wrap } from '../../things/brief/make.ts'
import { isSideways } from '../../things/brief/turn.ts'

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
  /** The page without its bleed, and the bleed on every side, µm: what is told of it in full. */
  page: { width: number; length: number }
  bleed: number
  /** Part of the upright picture that is used, in its own pixels. */
  crop: PixelRect
  /** Clockwise turn of the picture, degrees. */
  turn: 0 | 90 | 180 | 270
  /** Left and right of the upright picture change places. */
  mirror: boolean
  /** Where the turned picture goes on the page; may reach beyond it. Null when this side has words only. */
  place: PixelRect | null
  /** Sides of a wrapped canvas made from the edge of the face: their depth in pixels across and along the upright picture. */
  wrap: { x: number; y: number; how: Exclude<Wrap, 'picture'>; colour: string } | null
  /** Strokes that show where a canvas is folded. */
  marks: PixelRect[]
  /** Words on this side, and the mark of a sample. */
  words: (Pick<TextBlock, 'lines' | 'points' | 'align' | 'turn'> & { place: PixelRect })[]
  /** Ink is kept within this. */
  keep: PixelRect
}

/** Pixels of one side of a plate; null without a set-up, without a picture or words, or when that side is bare. Rounds each edge to the nearest pixel. */
export function planPage(plate: Plate, side: Side = 'front'): PagePlan | null {
  const { setup } = plate
  const { make } = plate.brief
  const item = itemOf(plate.brief)
  const picture = pictureIn(item)
  const front = side === 'front'
  const of = sideOf(plate, side)
  if (!setup || !of || (!picture && item.content.as === 'picture')) return null
  const { layout, crop, turn, text, mark, face: seen } = of
  const ppi = setup.printer.feedPpi
  const bleed = !front || setup.borderless === 'none' ? 0 : (setup.expansion?.um ?? 0)
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
  if (!crop && !text) return null
  const used = crop ?? { x: 0, y: 0, w: 1, h: 1 }
  const { width, height } = picture ?? { width: 1, height: 1 }
  const left = Math.min(width - 1, Math.round(used.x * width))
  const top = Math.min(height - 1, Math.round(used.y * height))
  const place = crop ? pixels(layout.picture) : null
  const wrapped = front && make.as === 'wrapped-canvas' && make.wrap !== 'picture'
  let wrap: PagePlan['wrap'] = null
  if (wrapped && place) {
    const face = pixels(seen)
    const [x, y] = [face.left - place.left, face.top - place.top]
    wrap = { ...(isSideways(turn) ? { x: y, y: x } : { x, y }), how: make.wrap as Exclude<Wrap, 'picture'>, colour: make.colour }
  }
  return {
    ppi,
    width: Math.max(1, px(layout.page.w + 2 * bleed)),
    height: Math.max(1, px(layout.page.h + 2 * bleed)),
    page: { width: layout.page.w, length: layout.page.h },
    bleed,
    pageWidth: Math.round((layout.page.w * 72) / 25_400),
    pageHeight: Math.round((layout.page.h * 72) / 25_400),
    crop: {
      left,
      top,
      width: Math.max(1, Math.min(width - left, Math.round(used.w * width))),
      height: Math.max(1, Math.min(height - top, Math.round(used.h * height))),
    },
    turn,
    mirror: mirrored(make),
    place,
    wrap,
    marks: front && make.as === 'wrapped-canvas' ? foldMarks(layout.picture, seen).map(pixels) : [],
    words: [text, mark].flatMap((block) =>
      block ? [{ lines: block.lines, points: block.points, align: block.align, turn: block.turn, place: pixels(block.rect) }] : [],
    ),
    keep: pixels(layout.printable),
  }
}
