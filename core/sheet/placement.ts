import type { Brief, Picture } from '../brief/brief.ts'
import type { Um } from '../length/length.ts'
import type { Turn } from './layout.ts'
import { inset, type Rect } from './rect.ts'

/** A part of the picture, as fractions of its upright width and height. */
export interface Crop {
  x: number
  y: number
  w: number
  h: number
}

const WHOLE: Crop = { x: 0, y: 0, w: 1, h: 1 }

/** Size of the picture on paper (already turned into the feed frame) and the part of it that is used. */
export interface PrintSize {
  w: Um
  h: Um
  crop: Crop
}

const isSideways = (turn: Turn) => turn === 90 || turn === 270

const turned = (size: { w: Um; h: Um }, turn: Turn) => (isSideways(turn) ? { w: size.h, h: size.w } : size)

/** Width and height asked for by picture size; a missing side follows the picture's shape, both missing its tag or 300 ppi. */
function byPicture(picture: Picture, size: { width: Um | null; height: Um | null }): PrintSize {
  const shape = picture.width / picture.height
  const natural = (picture.width / (picture.ppi ?? 300)) * 25_400
  const w = size.width ?? (size.height === null ? natural : size.height * shape)
  const h = size.height ?? w / shape
  const asked = w / h
  const crop =
    asked > shape
      ? { x: 0, w: 1, h: shape / asked, y: (1 - shape / asked) / 2 }
      : { y: 0, h: 1, w: asked / shape, x: (1 - asked / shape) / 2 }
  return { w: Math.round(w), h: Math.round(h), crop: Math.abs(asked / shape - 1) < 1e-4 ? WHOLE : crop }
}

/** Largest picture inside the room (fit), or the picture cropped to cover it (fill). */
function intoRoom(picture: Picture, room: { w: Um; h: Um }, turn: Turn, fill: boolean): PrintSize {
  const box = turned(room, turn)
  const shape = picture.width / picture.height
  const boxShape = box.w / box.h
  if (fill) return { ...turned(room, 0), crop: byPicture(picture, { width: box.w || 1, height: box.h || 1 }).crop }
  const fitted = shape > boxShape ? { w: box.w, h: box.w / shape } : { w: box.h * shape, h: box.h }
  const back = turned(fitted, turn)
  return { w: Math.floor(back.w), h: Math.floor(back.h), crop: WHOLE }
}

export interface Room {
  sheet: Rect
  /** Area that takes ink, in the sheet's frame; larger than the sheet where it is borderless. */
  printable: Rect
  borderless: boolean
}

/** The picture's size in the feed frame under a brief, a turn and the room there is. */
export function printSize(brief: Pick<Brief, 'size'>, picture: Picture, turn: Turn, room: Room): PrintSize {
  const { size } = brief
  if (room.borderless && size.by !== 'picture') return intoRoom(picture, room.printable, turn, true)
  switch (size.by) {
    case 'picture': {
      const natural = byPicture(picture, size)
      return { ...turned(natural, turn), crop: natural.crop }
    }
    case 'sheet':
      return intoRoom(picture, room.printable, turn, size.fill)
    case 'border': {
      const { border } = size
      const inner = inset(room.sheet, { leading: border, trailing: border, left: border, right: border })
      return intoRoom(picture, inner, turn, false)
    }
  }
}

/** Picture centred on the true sheet, rounded to the micrometre. */
export const centredOn = (frame: Rect, size: { w: Um; h: Um }): Rect => ({
  x: Math.round(frame.x + (frame.w - size.w) / 2),
  y: Math.round(frame.y + (frame.h - size.h) / 2),
  w: size.w,
  h: size.h,
})

/** The nearest place to `rect` inside `frame`; centred in it where it is too large to fit. */
export function movedInto(frame: Rect, rect: Rect): Rect {
  const along = (at: Um, size: Um, from: Um, room: Um) =>
    size > room ? Math.round(from + (room - size) / 2) : Math.min(Math.max(at, from), from + room - size)
  return { ...rect, x: along(rect.x, rect.w, frame.x, frame.w), y: along(rect.y, rect.h, frame.y, frame.h) }
}

/** Pixels of the picture per inch of paper at this size. */
export const pixelsPerInch = (picture: Picture, turn: Turn, size: PrintSize): number => {
  const across = isSideways(turn) ? size.h : size.w
  return (picture.width * size.crop.w * 25_400) / across
}
