import { contentLost } from '../../sheet/content.ts'
import type { Layout } from '../../sheet/layout.ts'
import { MEASURABLE } from '../../sheet/loss.ts'
import { intersect } from '../../sheet/rect.ts'
import { type Brief, trimmedTo } from '../../things/brief/brief.ts'
import type { Item } from '../../things/brief/item.ts'
import { isSideways, type Turn } from '../../things/brief/turn.ts'
import { type Um, writeLength } from '../../things/length/length.ts'
import type { Lot } from '../../things/media/media.ts'
import { EDGES } from '../../things/paths/path.ts'
import { isOpen } from '../ways/fed.ts'
import { type Check, type Fix, UNUSABLE } from './check.ts'
import { clearBorder } from './clear-border.ts'
import { liesAnew } from './lies-anew.ts'

/** A picture as it lies, and what its size is worked out from. */
interface Lying {
  brief: Brief
  item: Item
  lot: Pick<Lot, 'form'>
  layout: Pick<Layout, 'picture' | 'printable' | 'frame'>
  turn: Turn
}

/** Whether a piece of roll is cut as long as one print takes: neither its length nor that of what is left of it is fixed. */
const cutToPrint = ({ brief, lot }: Pick<Lying, 'brief' | 'lot'>): boolean =>
  isOpen(brief, lot) && !trimmedTo(brief) && brief.make.as !== 'folded-card'

/** What a picture is scaled to so that it fits what can be printed as it lies. */
export interface Fitted {
  /** How much smaller that is, 0…1. */
  smaller: number
  fix: Fix
}

/** How large a picture may be as it lies; null where nothing of it would be left. @param which “it”, or its number among others */
export function fittedTo({ brief, item, lot, layout, turn }: Lying, which = 'it'): Fitted | null {
  const { make, unit } = brief
  const depth = make.as === 'wrapped-canvas' ? make.depth : 0
  // A card's picture belongs on its front.
  const room = make.as === 'folded-card' ? intersect(layout.printable, layout.frame) : layout.printable
  const [w, h] = [layout.picture.w - 2 * depth, layout.picture.h - 2 * depth]
  const along = cutToPrint({ brief, lot }) ? Number.POSITIVE_INFINITY : (room.h - 2 * depth) / h
  const factor = Math.min((room.w - 2 * depth) / w, along)
  const tenth = (um: Um) => Math.floor(um / 100) * 100
  const [own, other] = isSideways(turn) ? [h, w] : [w, h]
  const width = tenth(factor * own)
  if (width <= 0) return null
  const { size } = item
  const height = size.by === 'picture' && size.width !== null && size.height !== null ? tenth((width / own) * other) : null
  return {
    smaller: 1 - width / own,
    fix: {
      label: `Scale ${which} to ${writeLength(width, unit)} wide`,
      item: { size: { by: 'picture', width, height } },
      pins: { placement: null },
    },
  }
}

export const pictureClipped: Check = {
  id: 'picture-clipped',
  title: 'Part of the picture will not print',
  touches: ['placement', 'path', 'orientation'],
  about: 'item',
  follows: [...UNUSABLE, 'kept-edge', 'borderless-impossible'],
  on: 'plate',
  find: (plate) => {
    const { item, layout, edges, brief, picture, turn, crop, path, lot, together } = plate
    // Borderless prints lose their edge on purpose; that is said with the expansion.
    if (edges.mode === 'borderless' && layout.lost < 0.2) return []
    const cut = EDGES.filter((e) => layout.clipped[e] >= MEASURABLE)
    if (cut.length === 0) return []
    const lost = contentLost(picture, turn, crop, layout.picture, layout.clipped)
    const list = cut.map((e) => `${writeLength(layout.clipped[e], brief.unit)} at the ${e} edge`).join(', ')
    // Who asked for equal borders gets equal borders that clear what cannot be printed.
    const clear = clearBorder(layout)
    const wider =
      item.size.by === 'border' && (item.size.foot ?? 1) === 1 && item.size.border < clear ? { ...item.size, border: clear } : null
    const fits = layout.picture.w <= layout.printable.w && layout.picture.h <= layout.printable.h
    const wide = layout.picture.w - layout.printable.w
    const turnedFits = fits
      ? false
      : layout.picture.h <= layout.printable.w && (cutToPrint(plate) || layout.picture.w <= layout.printable.h)
    const turned = turnedFits ? liesAnew('Turn it', plate) : null
    const scale = fittedTo(plate)?.fix ?? null
    if (!together && item.size.by !== 'sheet' && item.size.by !== 'border' && wide >= MEASURABLE && lost > 0.0005)
      return [
        {
          level: 'stop',
          says: `The picture is ${writeLength(layout.picture.w, brief.unit)} wide as it lies and ${path.name} prints ${writeLength(layout.printable.w, brief.unit)} of this ${lot.form}: too wide by ${writeLength(wide, brief.unit)}.`,
          numbers: {
            width: layout.picture.w,
            printable: layout.printable.w,
            tooWide: Math.round(wide),
            lostPercent: Number((lost * 100).toFixed(2)),
          },
          fix: turned ?? scale,
          otherwise: turned && scale,
        },
      ]
    return [
      {
        // Blank paper that is cut off costs nothing.
        level: lost > 0.02 ? 'stop' : lost > 0.0005 ? 'warn' : 'note',
        says:
          lost > 0.0005
            ? `The printer cannot reach ${list}: ${(lost * 100).toFixed(1)} % of the picture is cut off.`
            : `The printer cannot reach ${list}, but the picture is blank there: nothing of it is lost.`,
        numbers: { ...Object.fromEntries(cut.map((e) => [e, layout.clipped[e]])), lostPercent: Number((lost * 100).toFixed(2)) },
        fix: together
          ? together.as === 'free'
            ? null
            : { label: 'Move all of it into the printable area', pins: { placement: 'shifted' } }
          : wider
            ? { label: `Borders of ${writeLength(clear, brief.unit)} all round`, item: { size: wider }, pins: { placement: null } }
            : fits
              ? { label: 'Shift it into the printable area', pins: { placement: 'shifted' } }
              : { label: 'Fit it to the printable area', item: { size: { by: 'sheet', fill: false } }, pins: { placement: null } },
      },
    ]
  },
}
