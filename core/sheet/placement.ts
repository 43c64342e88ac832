import { type Brief, itemOf } from '../things/brief/brief.ts'
import type { Item } from '../things/brief/item.ts'
import type { Picture } from '../things/brief/picture.ts'
import { feedEdge, isSideways, type Turn } from '../things/brief/turn.ts'
import type { Um } from '../things/length/length.ts'
import { type Edges, edgesOf } from '../things/paths/path.ts'
import { inset, intersect, type Rect } from './rect.ts'

/** A part of the picture, as fractions of its upright width and height. */
export type Crop = Rect

const WHOLE: Crop = { x: 0, y: 0, w: 1, h: 1 }

/** Resolution taken for a picture without a tag, pixels per inch. */
export const UNTAGGED_PPI = 300

/** Size of the print on paper (already turned into the feed frame) and the part of the picture that is used. */
export interface PrintSize {
  w: Um
  h: Um
  crop: Crop
}

/** What bears on the size of a print: the item's own wishes, and what is made of it. */
export type Sizing = Pick<Item, 'size' | 'cropAt'> & Pick<Brief, 'make'>

/** The same of an item of a brief: the first, unless another is meant. */
export const sizingOf = (brief: Brief, item: Item = itemOf(brief)): Sizing => ({ ...item, make: brief.make })

const turned = (size: { w: Um; h: Um }, turn: Turn) => (isSideways(turn) ? { w: size.h, h: size.w } : size)

/** The part of a picture of shape `shape` (w/h) that has the shape asked for, moved as the operator has it. */
export function cropTo(shape: number, asked: number, at: Item['cropAt']): Crop {
  if (Math.abs(asked / shape - 1) < 1e-4) return WHOLE
  if (asked > shape) {
    const h = shape / asked
    return { x: 0, w: 1, h, y: (1 - h) * at.y }
  }
  const w = asked / shape
  return { y: 0, h: 1, w, x: (1 - w) * at.x }
}

/** The upright size of the whole picture by its tag, µm. */
export const naturalWidth = (picture: Pick<Picture, 'width' | 'ppi'>, ppi = picture.ppi ?? UNTAGGED_PPI): Um =>
  (picture.width / ppi) * 25_400

/** Width and height asked for by picture size; a missing side follows the picture's shape, both missing its tag. */
function bySides(picture: Picture, size: { width: Um | null; height: Um | null }, at: Item['cropAt']): PrintSize {
  const shape = picture.width / picture.height
  const w = size.width ?? (size.height === null ? naturalWidth(picture) : size.height * shape)
  const h = size.height ?? w / shape
  return { w: Math.max(1, Math.round(w)), h: Math.max(1, Math.round(h)), crop: cropTo(shape, w / h, at) }
}

/** The upright size of an item that has one of its own; what would follow its sheet is as large as its tag says. */
export function ownSize({ size, cropAt }: Pick<Item, 'size' | 'cropAt'>, picture: Picture): PrintSize {
  switch (size.by) {
    case 'picture':
      return bySides(picture, size, cropAt)
    case 'scale':
      return bySides(picture, { width: (naturalWidth(picture) * size.percent) / 100, height: null }, cropAt)
    case 'resolution':
      return bySides(picture, { width: naturalWidth(picture, size.ppi), height: null }, cropAt)
    default:
      return bySides(picture, { width: null, height: null }, cropAt)
  }
}

/** Largest picture inside the room (fit), or the picture cropped to cover it (fill). */
export function intoRoom(picture: Picture, room: { w: Um; h: Um }, turn: Turn, fill: boolean, at: Item['cropAt']): PrintSize {
  const box = turned(room, turn)
  const shape = picture.width / picture.height
  if (fill) return { w: room.w, h: room.h, crop: cropTo(shape, Math.max(1, box.w) / Math.max(1, box.h), at) }
  const fitted = shape > box.w / box.h ? { w: box.w, h: box.w / shape } : { w: box.h * shape, h: box.h }
  const back = turned(fitted, turn)
  return { w: Math.floor(back.w), h: Math.floor(back.h), crop: WHOLE }
}

/**
 * The size of a picture that runs off the sheet. Fitted, all of it is printed: two edges run off and paper shows at the
 * other two. Where those would run off as well, though less far than slivers need, it is the few tenths that are cropped.
 */
function pastEdges(picture: Picture, { sheet, printable }: Room, turn: Turn, fill: boolean, at: Item['cropAt']): PrintSize {
  const fitted = intoRoom(picture, printable, turn, false, at)
  const covers = fitted.w >= sheet.w && fitted.h >= sheet.h
  return fill || covers ? intoRoom(picture, printable, turn, true, at) : fitted
}

export interface Room {
  sheet: Rect
  /** What is judged by eye: the sheet, what is left of it after trimming, or a card's front panel. */
  frame: Rect
  /** Area that takes ink, in the sheet's frame; larger than the sheet where it is borderless. */
  printable: Rect
  borderless: boolean
}

/** The borders asked for in the feed frame: the picture's foot has the wider one. */
export function askedBorders(size: Extract<Item['size'], { by: 'border' }>, turn: Turn): Edges {
  const foot = feedEdge('foot', turn)
  return edgesOf((edge) => (edge === foot ? Math.round(size.border * (size.foot ?? 1)) : size.border))
}

/** The same where that at the foot is to be wider; null where all are to be equal, or nothing is asked. */
export const unequalBorders = ({ size }: Pick<Item, 'size'>, turn: Turn): Edges | null =>
  size.by === 'border' && (size.foot ?? 1) !== 1 ? askedBorders(size, turn) : null

/** The area in which the print is centred: the frame, or what the borders asked for leave of it. */
export function placingFrame(of: Sizing, room: Room, turn: Turn): Rect {
  if (room.borderless) return room.printable
  return of.size.by === 'border' ? inset(room.frame, askedBorders(of.size, turn)) : room.frame
}

/** The size of what is seen, without what goes round the bars of a canvas. */
function faceSize(of: Sizing, picture: Picture, turn: Turn, room: Room): PrintSize {
  const { size, cropAt } = of
  if (room.borderless && size.by === 'sheet') return pastEdges(picture, room, turn, size.fill, cropAt)
  // There is no border to keep to where nothing is left white.
  if (room.borderless && size.by === 'border') return intoRoom(picture, room.printable, turn, true, cropAt)
  switch (size.by) {
    case 'picture':
    case 'scale':
    case 'resolution': {
      const own = ownSize(of, picture)
      return { ...turned(own, turn), crop: own.crop }
    }
    case 'sheet':
      return intoRoom(picture, intersect(room.printable, room.frame), turn, size.fill, cropAt)
    case 'border':
      return intoRoom(picture, inset(room.frame, askedBorders(size, turn)), turn, size.exact === true, cropAt)
  }
}

/** The print's size in the feed frame under these wishes, a turn and the room there is. */
export function printSize(of: Sizing, picture: Picture, turn: Turn, room: Room): PrintSize {
  const { make } = of
  if (make.as !== 'wrapped-canvas') return faceSize(of, picture, turn, room)
  const { depth } = make
  const all: Edges = { leading: depth, trailing: depth, left: depth, right: depth }
  const face = faceSize(of, picture, turn, { ...room, frame: inset(room.frame, all), printable: inset(room.printable, all) })
  const print = { w: face.w + 2 * depth, h: face.h + 2 * depth }
  if (make.wrap !== 'picture') return { ...print, crop: face.crop }
  // The picture itself goes round the bars: the whole print has to be covered by it.
  const upright = turned(print, turn)
  return { ...print, crop: cropTo(picture.width / picture.height, upright.w / upright.h, of.cropAt) }
}

/** Centred in the frame, rounded to the micrometre. */
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

/** Pixels of the picture per inch of paper at this size; `sides` is how much of the print's width is not the picture's own. */
export const pixelsPerInch = (picture: Picture, turn: Turn, size: PrintSize, sides: Um = 0): number => {
  const across = (isSideways(turn) ? size.h : size.w) - sides
  return (picture.width * size.crop.w * 25_400) / across
}
