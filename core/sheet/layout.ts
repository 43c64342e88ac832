import { z } from 'zod'
import type { Um } from '../things/length/length.ts'
import { EDGES, type Edge, type Edges, edgesOf, type Path } from '../things/paths/path.ts'
import { area, gaps, inset, intersect, type Rect, RectSchema } from './rect.ts'

/** How the printer will treat the edges of the page. */
export type EdgeMode =
  | { mode: 'bordered'; margins: Edges }
  /** Prints past `edges` by `expansion`; the other edges keep their margin. */
  | { mode: 'borderless'; edges: readonly Edge[]; expansion: Um; margins: Edges }
  /** Asked for borderless on a page it will not do so: an even margin is forced. */
  | { mode: 'enforced'; margin: Um }

export interface LayoutInput {
  /** The sheet as it really measures: width across the feed, length along it. */
  sheet: { width: Um; length: Um }
  /** The page the driver is told. */
  page: { width: Um; length: Um }
  registration: Path['registration']
  edges: EdgeMode
  /** The picture (after cropping and turning) in the sheet's frame. */
  picture: Rect
  /** How far this path is known to lay the page off, µm; left out when nothing is corrected. */
  offset?: Offset
  /** What is judged by eye, when it is not the whole sheet. */
  frame?: Rect
}

/** A shift of the page on the sheet, µm: x to the right across the feed, y towards the trailing edge. */
export const OffsetSchema = z.object({ x: z.number(), y: z.number() })
export type Offset = z.infer<typeof OffsetSchema>

/** One length for each edge, µm; may be negative. */
const SidesSchema = z.object({ leading: z.number(), trailing: z.number(), left: z.number(), right: z.number() })

/** A sheet with the page that is told to it. */
export const AreaSchema = z.object({
  sheet: RectSchema,
  /** What is judged by eye: the sheet, what is left of it after trimming, or a card's front panel. */
  frame: RectSchema,
  /** Where the driver's page falls on the true sheet. */
  page: RectSchema,
  /** Where ink can go. */
  printable: RectSchema,
})
export type Area = z.infer<typeof AreaSchema>

/** What becomes of something placed on it. */
export const LandedSchema = z.object({
  picture: RectSchema,
  /** Part of the picture the printer will try to print. */
  printed: RectSchema,
  /** Part of it that lands on paper. */
  visible: RectSchema,
  /** White (or, with bleed, zero) left at each edge of the true sheet, measured with a ruler. */
  margins: SidesSchema,
  /** The same within the frame: the borders of the finished piece. */
  borders: SidesSchema,
  /** Picture cut off by the printable area, measured at each edge of the picture. */
  clipped: SidesSchema,
  /** Picture printed past each edge of the sheet. */
  bleed: SidesSchema,
  /** Area of the placed picture that does not land on paper, 0…1. */
  lost: z.number(),
})
type Landed = z.infer<typeof LandedSchema>

export type Layout = Area & Landed

/**
 * Where the driver's page falls on the true sheet. The leading edges meet; across, the guide decides.
 * Geometry: a centring feed puts half of the difference on each side, a side guide all of it on the far side.
 */
export function pageOnSheet(
  sheet: LayoutInput['sheet'],
  page: LayoutInput['page'],
  registration: Path['registration'],
  offset: Offset = { x: 0, y: 0 },
): Rect {
  const spare = sheet.width - page.width
  const x = registration === 'left' ? 0 : registration === 'right' ? spare : spare / 2
  return { x: x + offset.x, y: offset.y, w: page.width, h: page.length }
}

const only = (edges: readonly Edge[], pick: (edge: Edge) => Um): Edges => edgesOf((e) => (edges.includes(e) ? pick(e) : 0))

/** Area that takes ink, in the sheet's frame. */
export function printableArea(page: Rect, edges: EdgeMode): Rect {
  if (edges.mode === 'bordered') return inset(page, edges.margins)
  if (edges.mode === 'enforced')
    return inset(
      page,
      edgesOf(() => edges.margin),
    )
  return inset(
    page,
    edgesOf((e) => (edges.edges.includes(e) ? -edges.expansion : edges.margins[e])),
  )
}

const positive = (edges: Edges): Edges => edgesOf((e) => Math.max(0, edges[e]))

/** The sheet, its page and where ink can go. */
export function areaOf({ sheet: { width, length }, page, registration, edges, offset, frame }: Omit<LayoutInput, 'picture'>): Area {
  const sheet: Rect = { x: 0, y: 0, w: width, h: length }
  const on = pageOnSheet({ width, length }, page, registration, offset)
  return { sheet, frame: frame ?? sheet, page: on, printable: printableArea(on, edges) }
}

/** What lands where of a picture placed on it. */
export function land({ sheet, frame, printable }: Area, picture: Rect): Landed {
  const printed = intersect(picture, printable)
  const visible = intersect(printed, sheet)
  const empty = area(visible) === 0
  return {
    picture,
    printed,
    visible,
    margins: empty ? { leading: sheet.h, trailing: sheet.h, left: sheet.w, right: sheet.w } : gaps(sheet, visible),
    borders: empty ? { leading: frame.h, trailing: frame.h, left: frame.w, right: frame.w } : gaps(frame, visible),
    clipped: positive(gaps(picture, printed)),
    bleed: empty ? only([], () => 0) : positive(gaps(printed, sheet)),
    lost: area(picture) === 0 ? 0 : 1 - area(visible) / area(picture),
  }
}

/** Puts sheet, page and picture together and says what lands where. Pure geometry. */
export function layOut({ picture, ...rest }: LayoutInput): Layout {
  const on = areaOf(rest)
  return { ...on, ...land(on, picture) }
}

/** Share of a print that stays on its page when `edges` of it are printed past by `expansion`: W·L/((W+n·e)(L+m·e)). */
export function keptAfterExpansion(width: Um, length: Um, expansion: Um, edges: readonly Edge[] = EDGES): number {
  const ends = edges.filter((e) => e === 'leading' || e === 'trailing').length
  return (width * length) / ((width + (edges.length - ends) * expansion) * (length + ends * expansion))
}

/** Sideways drift over `length` at a skew of `degrees`: L·tan θ. */
export const skewDrift = (length: Um, degrees: number): Um => length * Math.tan((degrees * Math.PI) / 180)
