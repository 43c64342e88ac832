import type { Plate } from '../../plate/resolve/plate.ts'
import type { Form, Side } from '../../sheet/form.ts'
import type { TextBlock } from '../../sheet/make/back-text.ts'
import { foldMarks } from '../../sheet/make/wrapped-canvas.ts'
import type { Rect } from '../../sheet/rect.ts'
import { itemById } from '../../things/brief/brief.ts'
import { pictureIn } from '../../things/brief/item.ts'
import { mirrored, type Wrap } from '../../things/brief/make.ts'
import { isSideways, type Turn } from '../../things/brief/turn.ts'
import type { Intent } from '../../things/media/intent.ts'

/** A rectangle in pixels. */
export interface PixelRect {
  left: number
  top: number
  width: number
  height: number
}

/** A picture on a page. */
export interface PicturePlan {
  /** Id of the item it is of. */
  item: string
  /** The rendering intent of this picture; null where it is the plate's. */
  intent: Intent | null
  /** Part of the upright picture that is used, in its own pixels. */
  crop: PixelRect
  /** Clockwise turn of the picture, degrees. */
  turn: Turn
  /** Left and right of the upright picture change places. */
  mirror: boolean
  /** Where the turned picture goes on the page; may reach beyond it. */
  place: PixelRect
  /** Sides of a wrapped canvas made from the edge of the face: their depth in pixels across and along the upright picture. */
  wrap: { x: number; y: number; how: Exclude<Wrap, 'picture'>; colour: string } | null
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
  /** In the order they are laid down: later ones over earlier ones. */
  pictures: PicturePlan[]
  /** Strokes: where a canvas is folded, where pictures are cut, lines around them. */
  marks: PixelRect[]
  /** Words on this side, and the mark of a sample. */
  words: (Pick<TextBlock, 'lines' | 'points' | 'align' | 'turn'> & { place: PixelRect })[]
  /** Ink is kept within this. */
  keep: PixelRect
}

/** Pixels of one form of a plate; null without a set-up, without a picture or words, or when the form is bare. Rounds each edge to the nearest pixel. */
export function planForm(plate: Pick<Plate, 'setup' | 'brief'>, form: Form): PagePlan | null {
  const { setup } = plate
  const { make } = plate.brief
  if (!setup) return null
  const front = form.side === 'front'
  const ppi = setup.printer.feedPpi
  const bleed = !front || setup.borderless === 'none' ? 0 : (setup.expansion?.um ?? 0)
  const px = (um: number) => Math.round((um * ppi) / 25_400)
  const { page, printable } = form
  const pixels = (r: Rect): PixelRect => {
    const left = px(r.x - page.x + bleed)
    const top = px(r.y - page.y + bleed)
    return {
      left,
      top,
      width: Math.max(1, px(r.x + r.w - page.x + bleed) - left),
      height: Math.max(1, px(r.y + r.h - page.y + bleed) - top),
    }
  }
  const pictures = form.placements.flatMap(({ item: id, intent, crop, turn, picture: at, face }): PicturePlan[] => {
    const item = itemById(plate.brief, id)
    const picture = item && pictureIn(item)
    if (!picture || !crop) return []
    const { width, height } = picture
    const left = Math.min(width - 1, Math.round(crop.x * width))
    const top = Math.min(height - 1, Math.round(crop.y * height))
    const place = pixels(at)
    let wrap: PicturePlan['wrap'] = null
    if (front && make.as === 'wrapped-canvas' && make.wrap !== 'picture') {
      const seen = pixels(face)
      const [x, y] = [seen.left - place.left, seen.top - place.top]
      wrap = { ...(isSideways(turn) ? { x: y, y: x } : { x, y }), how: make.wrap, colour: make.colour }
    }
    return [
      {
        item: id,
        intent,
        crop: {
          left,
          top,
          width: Math.max(1, Math.min(width - left, Math.round(crop.w * width))),
          height: Math.max(1, Math.min(height - top, Math.round(crop.h * height))),
        },
        turn,
        mirror: mirrored(make),
        place,
        wrap,
      },
    ]
  })
  const blocks = [form.text, form.mark, ...form.captions].flatMap((block) => block ?? [])
  if (pictures.length < form.placements.filter((p) => p.crop).length || (pictures.length === 0 && blocks.length === 0)) return null
  const folds = front && make.as === 'wrapped-canvas' ? form.placements.flatMap(({ picture, face }) => foldMarks(picture, face)) : []
  return {
    ppi,
    width: Math.max(1, px(page.w + 2 * bleed)),
    height: Math.max(1, px(page.h + 2 * bleed)),
    page: { width: page.w, length: page.h },
    bleed,
    pageWidth: Math.round((page.w * 72) / 25_400),
    pageHeight: Math.round((page.h * 72) / 25_400),
    pictures,
    marks: [...folds, ...form.strokes].map(pixels),
    words: blocks.map((block) => ({
      lines: block.lines,
      points: block.points,
      align: block.align,
      turn: block.turn,
      place: pixels(block.rect),
    })),
    keep: pixels(printable),
  }
}

/** The first page of a side; see `planForm`. */
export function planPage(plate: Plate, side: Side = 'front'): PagePlan | null {
  const form = plate.forms.find((f) => f.side === side)
  return form ? planForm(plate, form) : null
}
