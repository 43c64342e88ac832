import type { CutPlan } from '../../sheet/cutting/cut-plan.ts'
import { type EdgeMode, type Layout, layOut, type Offset } from '../../sheet/layout.ts'
import { type BackSide, backSide } from '../../sheet/make/back-side.ts'
import { setText, type TextBlock } from '../../sheet/make/back-text.ts'
import { backPanel, backTurn, type Fold, foldOf } from '../../sheet/make/folded-card.ts'
import { faceOf } from '../../sheet/make/wrapped-canvas.ts'
import { type Crop, pixelsPerInch } from '../../sheet/placement.ts'
import type { Rect } from '../../sheet/rect.ts'
import type { Brief } from '../../things/brief/brief.ts'
import type { Picture } from '../../things/brief/picture.ts'
import type { Turn } from '../../things/brief/turn.ts'
import type { Intent } from '../../things/media/intent.ts'
import type { Lot, Pairing, Paper, Profile } from '../../things/media/media.ts'
import type { Path } from '../../things/paths/path.ts'
import type { Expansion, MediaType, Printer, Quality } from '../../things/printers/printer.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { edgeMode, roomFor } from '../decisions/room.ts'
import { type Estimates, estimate } from '../estimates/estimates.ts'
import { type ColourManagement, type Context, type Page, pictureOf } from './context.ts'
import type { Way } from './ways.ts'

/** A context in which everything has been decided, with what follows from it. */
export interface Settled {
  brief: Brief
  studio: Studio
  ways: readonly Way[]
  way: Way
  printer: Printer
  path: Path
  lot: Lot
  paper: Paper
  pairing: Pairing | null
  page: Page
  offset: Offset
  cut: CutPlan | null
  borderless: Context['borderless']
  expansion: Expansion | null
  needs: Context['needs']
  edges: EdgeMode
  turn: Turn
  crop: Crop
  picture: Picture
  mediaType: MediaType
  quality: Quality
  gap: Context['gap']
  coat: Context['coat']
  management: ColourManagement
  profile: Profile | null
  intent: Intent
  blackPoint: boolean
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

/** The settled set-up, or null while something could not be decided. */
export function settle(context: Context): Settled | null {
  const { brief, studio, ways, way, printer, path, lot, paper, pairing, page, size, placed, mediaType, quality } = context
  const edges = edgeMode(context)
  if (!way || !printer || !path || !lot || !paper || !page || !size || !placed || !mediaType || !quality || !edges) return null
  const picture = pictureOf(brief)
  const { offset, turn } = context
  const { make } = brief
  const frame = roomFor(context)?.frame
  const layout = layOut({
    sheet: way.fed,
    page,
    registration: path.registration,
    edges,
    picture: placed,
    offset,
    ...(frame ? { frame } : {}),
  })
  const depth = make.as === 'wrapped-canvas' ? make.depth : 0
  const card = make.as === 'folded-card' ? make : null
  return {
    brief,
    studio,
    ways,
    way,
    printer,
    path,
    lot,
    paper,
    pairing,
    page,
    offset,
    cut: way.cut,
    borderless: context.borderless,
    expansion: context.expansion,
    needs: context.needs,
    edges,
    turn,
    crop: size.crop,
    picture,
    mediaType,
    quality,
    gap: context.gap,
    coat: context.coat,
    management: context.management,
    profile: context.profile,
    intent: context.intent,
    blackPoint: context.blackPoint,
    layout,
    face: faceOf(placed, depth),
    fold: card && foldOf(card, layout.sheet),
    text: card && setText(card.text, backPanel(card, layout.sheet, turn), backTurn(card, turn)),
    back: backSide({ brief, picture, path, sheet: way.fed, page, offset, turn }),
    // Sides that are mirrored, stretched or plain are not the picture's own pixels.
    ppi: pixelsPerInch(picture, turn, size, make.as === 'wrapped-canvas' && make.wrap !== 'picture' ? 2 * depth : 0),
    estimates: estimate({ brief, printer, paper, lot, path, quality, pairing, layout }),
  }
}
