import type { Item } from '../things/brief/item.ts'
import type { Turn } from '../things/brief/turn.ts'
import type { Um } from '../things/length/length.ts'
import type { Crop } from './placement.ts'
import type { Rect } from './rect.ts'

/** A way on the sheet as the upright picture sees it that lies there turned clockwise by `turn`. */
function uprightWay(dx: Um, dy: Um, turn: Turn): { x: Um; y: Um } {
  switch (turn) {
    case 0:
      return { x: dx, y: dy }
    // The picture's right-hand side points down the sheet, its head to the right.
    case 90:
      return { x: dy, y: -dx }
    case 180:
      return { x: -dx, y: -dy }
    case 270:
      return { x: -dy, y: dx }
  }
}

/**
 * Where a picture is cropped after it was pushed through its window by a way on the sheet, µm: as far as there is picture.
 * @param lies where it is printed, its crop there, and how it is turned
 * @param at how it was cropped when it was taken; see `Item.cropAt`
 */
export function croppedBy(lies: { picture: Rect; crop: Crop; turn: Turn }, at: Item['cropAt'], dx: Um, dy: Um): Item['cropAt'] {
  const { picture, crop, turn } = lies
  const way = uprightWay(dx, dy, turn)
  const [w, h] = turn === 90 || turn === 270 ? [picture.h, picture.w] : [picture.w, picture.h]
  const axis = (from: number, by: Um, shown: Um, share: number): number => {
    // The picture is shown / share long; of it 1 − share lies outside of the window.
    const spare = (shown / share) * (1 - share)
    return spare <= 0 ? from : Math.min(1, Math.max(0, from - by / spare))
  }
  return { x: axis(at.x, way.x, w, crop.w), y: axis(at.y, way.y, h, crop.h) }
}
