import { type EdgeMode, type Layout, layOut } from '../../sheet/layout.ts'
import { type BackSide, backSide } from '../../sheet/make/back-side.ts'
import { setText, type TextBlock } from '../../sheet/make/back-text.ts'
import { backPanel, backTurn, type Fold, foldOf } from '../../sheet/make/folded-card.ts'
import { faceOf } from '../../sheet/make/wrapped-canvas.ts'
import { type Crop, pixelsPerInch } from '../../sheet/placement.ts'
import type { Rect } from '../../sheet/rect.ts'
import { type Picture, pictureOf } from '../../things/brief/picture.ts'
import type { Given } from '../decisions/decision.ts'
import type { Decided } from '../decisions/registry.ts'
import { edgeMode, roomFor } from '../decisions/room.ts'
import { type Estimates, estimate } from '../estimates/estimates.ts'

/** What was given and everything that was decided, with what follows from it. */
export interface Settled extends Given, Decided {
  picture: Picture
  edges: EdgeMode
  crop: Crop
  layout: Layout
  /** What is seen from the front: the picture, or without what goes round the bars. */
  face: Rect
  fold: Fold | null
  /** Words printed in the same pass, on a card's back panel. */
  text: TextBlock | null
  /** The second pass of a two-sided job. */
  back: BackSide | null
  /** Pixels of the picture per inch of paper. */
  ppi: number
  estimates: Estimates
}

/** What follows from settled decisions: geometry and estimates. */
export function settle(known: Given & Decided): Settled {
  const { brief, way, path, page, offset, turn, size, placed } = known
  const { make } = brief
  const picture = pictureOf(brief)
  const edges = edgeMode(known)
  const { frame } = roomFor(known)
  const layout = layOut({ sheet: way.fed, page, registration: path.registration, edges, picture: placed, offset, frame })
  const depth = make.as === 'wrapped-canvas' ? make.depth : 0
  const card = make.as === 'folded-card' ? make : null
  return {
    ...known,
    picture,
    edges,
    crop: size.crop,
    layout,
    face: faceOf(placed, depth),
    fold: card && foldOf(card, layout.sheet),
    text: card && setText(card.text, backPanel(card, layout.sheet, turn), backTurn(card, turn)),
    back: backSide({ brief, picture, path, sheet: way.fed, page, offset, turn }),
    // Sides that are mirrored, stretched or plain are not the picture's own pixels.
    ppi: pixelsPerInch(picture, turn, size, make.as === 'wrapped-canvas' && make.wrap !== 'picture' ? 2 * depth : 0),
    estimates: estimate({ ...known, layout }),
  }
}
