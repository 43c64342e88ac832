import { type Form, viewOf } from '../../sheet/form.ts'
import { areaOf, type EdgeMode, type Layout, land } from '../../sheet/layout.ts'
import { backForm } from '../../sheet/make/back-side.ts'
import { setText, type TextBlock } from '../../sheet/make/back-text.ts'
import { backPanel, backTurn, type Fold, foldOf } from '../../sheet/make/folded-card.ts'
import { markIn } from '../../sheet/make/sample-mark.ts'
import { faceOf } from '../../sheet/make/wrapped-canvas.ts'
import { type Crop, pixelsPerInch } from '../../sheet/placement.ts'
import { intersect, type Rect } from '../../sheet/rect.ts'
import { pictureOf } from '../../things/brief/item.ts'
import type { Picture } from '../../things/brief/picture.ts'
import type { Given } from '../decisions/decision.ts'
import type { Decided } from '../decisions/registry.ts'
import { edgeMode, roomFor } from '../decisions/room.ts'
import { type Estimates, estimate } from '../estimates/estimates.ts'

/** What was given and everything that was decided, with what follows from it. */
export interface Settled extends Given, Decided {
  picture: Picture
  edges: EdgeMode
  forms: Form[]
  /** The front: where its item lies, and which part of the picture is used. */
  layout: Layout
  crop: Crop
  /** What is seen from the front: the picture, or without what goes round the bars. */
  face: Rect
  fold: Fold | null
  /** Words printed in the same pass, on a card's back panel. */
  text: TextBlock | null
  /** The mark of a sheet out of a sample pack, where its border has room for it. */
  mark: TextBlock | null
  /** The second pass of a two-sided job. */
  back: Form | null
  /** Pixels of the picture per inch of paper. */
  ppi: number
  estimates: Estimates
}

/** The front of the sheet with its item. */
function frontForm(known: Given & Decided, edges: EdgeMode): Form {
  const { brief, item, way, path, page, offset, turn, size, placed, lot } = known
  const { make } = brief
  const area = areaOf({ sheet: way.fed, page, registration: path.registration, edges, offset, frame: roomFor(known, turn).frame })
  const depth = make.as === 'wrapped-canvas' ? make.depth : 0
  const card = make.as === 'folded-card' ? make : null
  const words = item.content.as === 'words' ? item.content.words : null
  // Sides that are mirrored, stretched or plain are not the picture's own pixels.
  const ppi = pixelsPerInch(pictureOf(item), turn, size, make.as === 'wrapped-canvas' && make.wrap !== 'picture' ? 2 * depth : 0)
  return {
    id: 'front',
    side: 'front',
    ...area,
    placements: [{ item: item.id, turn, crop: words ? null : size.crop, face: faceOf(placed, depth), ppi, ...land(area, placed) }],
    fold: card && foldOf(card, area.sheet),
    text: card ? setText(card.text, backPanel(card, area.sheet, turn), backTurn(card, turn)) : setText(words, placed, turn),
    mark: brief.sampleMark && make.as === 'print' ? markIn(lot.mark, intersect(area.printable, area.frame), placed) : null,
  }
}

/** What follows from settled decisions: geometry and estimates. */
export function settle(known: Given & Decided): Settled {
  const { brief, item, way, path, page, offset, turn, size } = known
  const picture = pictureOf(item)
  const edges = edgeMode(known)
  const front = frontForm(known, edges)
  const back = backForm({ brief, picture, path, sheet: way.fed, page, offset, turn })
  const { layout, face, fold, text, mark, ppi } = viewOf(front)
  return {
    ...known,
    picture,
    edges,
    forms: back ? [front, back] : [front],
    layout,
    crop: size.crop,
    face,
    fold,
    text,
    mark,
    back,
    ppi: ppi ?? 0,
    estimates: estimate({ ...known, loaded: way.loaded }, layout),
  }
}
