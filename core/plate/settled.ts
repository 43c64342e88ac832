import type { Brief, Picture } from '../brief/brief.ts'
import type { Intent } from '../color/intent.ts'
import { edgeMode } from '../decisions/room.ts'
import { type Estimates, estimate } from '../estimates/estimates.ts'
import type { Lot, Pairing, Paper, Profile } from '../media/media.ts'
import type { Path } from '../paths/path.ts'
import type { Expansion, MediaType, Printer, Quality } from '../printers/printer.ts'
import { type EdgeMode, type Layout, layOut, type Turn } from '../sheet/layout.ts'
import { type Crop, pixelsPerInch } from '../sheet/placement.ts'
import type { Studio } from '../studio/studio.ts'
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
  borderless: Context['borderless']
  expansion: Expansion | null
  edges: EdgeMode
  turn: Turn
  crop: Crop
  picture: Picture
  mediaType: MediaType
  quality: Quality
  management: ColourManagement
  profile: Profile | null
  intent: Intent
  blackPoint: boolean
  layout: Layout
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
  const layout = layOut({ sheet: way.fed, page, registration: path.registration, edges, picture: placed })
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
    borderless: context.borderless,
    expansion: context.expansion,
    edges,
    turn: context.turn,
    crop: size.crop,
    picture,
    mediaType,
    quality,
    management: context.management,
    profile: context.profile,
    intent: context.intent,
    blackPoint: context.blackPoint,
    layout,
    ppi: pixelsPerInch(picture, context.turn, size),
    estimates: estimate({ brief, printer, paper, lot, path, quality, pairing, layout }),
  }
}
