import type { Brief } from '../../things/brief/brief.ts'
import type { Picture } from '../../things/brief/picture.ts'
import type { Turn } from '../../things/brief/turn.ts'
import type { Path } from '../../things/paths/path.ts'
import { type EdgeMode, type Layout, layOut, type Offset } from '../layout.ts'
import { type Crop, centredOn, movedInto, printSize } from '../placement.ts'
import { intersect, type Rect } from '../rect.ts'
import { setText, type TextBlock } from './back-text.ts'
import { turnOfBack } from './two-sided.ts'

/** The second pass of a two-sided job, in the feed frame of that pass: the sheet turned over, the same edge leading. */
export interface BackSide {
  turn: Turn
  layout: Layout
  /** Part of the picture used, or null when the back has words only. */
  crop: Crop | null
  text: TextBlock | null
}

interface Input {
  brief: Brief
  picture: Picture
  path: Path
  sheet: { width: number; length: number }
  page: { width: number; length: number }
  offset: Offset
  /** Turn of the front. */
  turn: Turn
}

/** Lays out the back of a two-sided card, or null when the job has none. */
export function backSide({ brief, picture, path, sheet, page, offset, turn }: Input): BackSide | null {
  const { make } = brief
  if (make.as !== 'two-sided') return null
  const back = turnOfBack(make, turn, sheet)
  const margins = path.duplex?.margins ?? path.margins
  const edges: EdgeMode = { mode: 'bordered', margins }
  const whole: Rect = { x: 0, y: 0, w: sheet.width, h: sheet.length }
  const empty = { sheet, page, registration: path.registration, edges, offset }
  const { printable } = layOut({ ...empty, picture: whole })
  const text = setText(make.text, whole, back)
  if (make.backPicture === 'none')
    return { turn: back, layout: layOut({ ...empty, picture: text?.rect ?? { ...whole, w: 0, h: 0 } }), crop: null, text }
  const room = { sheet: whole, frame: whole, printable: intersect(printable, whole), borderless: false }
  const size = printSize({ ...brief, make: { as: 'print' } }, picture, back, room)
  return { turn: back, layout: layOut({ ...empty, picture: movedInto(printable, centredOn(whole, size)) }), crop: size.crop, text }
}
