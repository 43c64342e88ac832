import type { Brief } from '../../things/brief/brief.ts'
import type { Item } from '../../things/brief/item.ts'
import type { Picture } from '../../things/brief/picture.ts'
import type { Turn } from '../../things/brief/turn.ts'
import type { Path } from '../../things/paths/path.ts'
import type { Form } from '../form.ts'
import { type Area, areaOf, type EdgeMode, land, type Offset } from '../layout.ts'
import { centredOn, movedInto, pixelsPerInch, placingFrame, printSize, type Sizing, sizingOf } from '../placement.ts'
import { intersect, type Rect } from '../rect.ts'
import { setText } from './back-text.ts'
import { behind, turnOfBack } from './two-sided.ts'

interface Input {
  brief: Brief
  item: Item
  picture: Picture
  path: Path
  sheet: { width: number; length: number }
  page: { width: number; length: number }
  offset: Offset
  /** Turn of the front. */
  turn: Turn
  /** What trimming leaves of the sheet, as its first pass finds it. */
  frame: Rect
}

/** The sheet as its second pass finds it. */
export function backArea({ path, sheet, page, offset }: Pick<Input, 'path' | 'sheet' | 'page' | 'offset'>): Area {
  const edges: EdgeMode = { mode: 'bordered', margins: path.duplex?.margins ?? path.margins }
  return areaOf({ sheet, page, registration: path.registration, edges, offset })
}

/** The second pass of a two-sided card, the sheet turned over as its make says; null when the job has none. */
export function backForm({ brief, item, picture, path, sheet, page, offset, turn, frame: front }: Input): Form | null {
  const { make } = brief
  if (make.as !== 'two-sided') return null
  // The reader turns the card that is left, not the sheet it was trimmed out of.
  const back = turnOfBack(make, turn, { width: front.w, length: front.h })
  const whole: Rect = { x: 0, y: 0, w: sheet.width, h: sheet.length }
  const frame = behind(make, front, whole)
  const area = { ...backArea({ path, sheet, page, offset }), frame }
  const form: Form = {
    id: 'back',
    side: 'back',
    count: item.copies,
    ...area,
    placements: [],
    fold: null,
    text: setText(make.text, frame, back),
    mark: null,
    captions: [],
    strokes: [],
  }
  if (make.backPicture === 'none') return form
  const room = { sheet: whole, frame, printable: intersect(area.printable, whole), borderless: false }
  const sizing: Sizing = { ...sizingOf(brief, item), make: { as: 'print' } }
  const size = printSize(sizing, picture, back, room)
  const placed = movedInto(area.printable, centredOn(placingFrame(sizing, room, back), size))
  const ppi = pixelsPerInch(picture, back, size)
  return { ...form, placements: [{ item: item.id, intent: null, turn: back, crop: size.crop, face: placed, ppi, ...land(area, placed) }] }
}
