import type { Together } from '../../things/brief/arrangement.ts'
import type { Brief } from '../../things/brief/brief.ts'
import { pictureOf } from '../../things/brief/item.ts'
import type { TwoSided } from '../../things/brief/make.ts'
import type { Form, Placement } from '../form.ts'
import { type Area, land } from '../layout.ts'
import { setText } from '../make/back-text.ts'
import { markIn } from '../make/sample-mark.ts'
import { behind, turnOfBack } from '../make/two-sided.ts'
import { pixelsPerInch } from '../placement.ts'
import { intersect, type Rect } from '../rect.ts'
import type { ArrangedSheet, Laid } from './arranged.ts'
import { captionIn, captionOf } from './captions.ts'
import { cutMarks, hairlines } from './strokes.ts'

interface Input {
  together: Together
  brief: Pick<Brief, 'items' | 'make' | 'sampleMark'>
  area: Area
  /** Where the corner of what is laid out comes to lie. */
  at: { x: number; y: number }
  /** The mark of the lot that is printed on; empty for most. */
  lotMark: string
}

const moved = (r: Rect, by: { x: number; y: number }): Rect => ({ ...r, x: r.x + by.x, y: r.y + by.y })

function placementOf({ item, trim, picture, turn, crop }: Laid, area: Area, at: Input['at']): Placement {
  const on = moved(picture, at)
  return {
    item: item.id,
    turn,
    crop: item.content.as === 'words' ? null : crop,
    face: moved(trim, at),
    ppi: pixelsPerInch(pictureOf(item), turn, { w: picture.w, h: picture.h, crop }),
    intent: null,
    ...land(area, on),
  }
}

/** One kind of sheet as a form, its pictures where they come to lie with what is drawn and said beside them. */
export function formOf(sheet: ArrangedSheet, index: number, { together, brief, area, at, lotMark }: Input): Form {
  const placements = sheet.laid.map((laid) => placementOf(laid, area, at))
  const numbers = new Map(brief.items.map((item, i) => [item.id, i + 1]))
  const trims = sheet.laid.map((laid) => moved(laid.trim, at))
  const pictures = placements.map((p) => p.picture)
  const block = placements.length > 0 ? pictures : [area.sheet]
  const [x, y] = [Math.min(...block.map((r) => r.x)), Math.min(...block.map((r) => r.y))]
  const foot = together.captions === 'none' ? [] : sheet.laid.flatMap(({ caption }) => (caption ? [moved(caption, at)] : []))
  const all = [...block, ...foot]
  const taken = { x, y, w: Math.max(...all.map((r) => r.x + r.w)) - x, h: Math.max(...all.map((r) => r.y + r.h)) - y }
  const line = [brief.sampleMark && brief.make.as === 'print' ? lotMark : '', together.line.trim()].filter(Boolean).join(' · ')
  return {
    id: index === 0 ? 'front' : `front-${index + 1}`,
    side: 'front',
    count: sheet.count,
    ...area,
    placements,
    fold: null,
    text: null,
    mark: markIn(line, intersect(area.printable, area.frame), taken),
    captions: sheet.laid.flatMap(({ item, caption }) =>
      caption ? (captionIn(captionOf(together.captions, item, numbers.get(item.id) ?? 0), moved(caption, at)) ?? []) : [],
    ),
    strokes: [...cutMarks(together.marks, trims, pictures, area.printable), ...(together.hairline ? hairlines(trims) : [])],
  }
}

/**
 * The second side of such a form, the sheet turned over as its make says: each picture has its own back behind it.
 * @param area the sheet as the second pass finds it
 */
export function backOf(front: Form, make: TwoSided, brief: Pick<Brief, 'items'>, area: Area): Form {
  const { w, h } = area.sheet
  const mirror = (r: Rect): Rect => behind(make, r, { w, h })
  const known = new Map(brief.items.map((item) => [item.id, item]))
  // Each piece is a card of its own: which of its edges is the long one decides how its reader turns it.
  const turns = front.placements.map((p) => turnOfBack(make, p.turn, { width: p.face.w, length: p.face.h }))
  const placements = front.placements.flatMap((p, i): Placement[] => {
    const item = known.get(p.item)
    if (make.backPicture === 'none' || !item || !p.crop) return []
    const turn = turns[i] ?? 0
    const crop = p.crop
    const picture = mirror(p.picture)
    return [{ ...p, turn, crop, face: mirror(p.face), ...land(area, picture) }]
  })
  return {
    id: front.id.replace('front', 'back'),
    side: 'back',
    count: front.count,
    ...area,
    frame: { x: 0, y: 0, w, h },
    placements,
    fold: null,
    text: null,
    mark: null,
    captions: front.placements.flatMap((p, i) => setText(make.text, mirror(p.face), turns[i] ?? 0) ?? []),
    strokes: [],
  }
}
