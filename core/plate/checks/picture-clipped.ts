import { contentLost } from '../../sheet/content.ts'
import type { Layout } from '../../sheet/layout.ts'
import { MEASURABLE } from '../../sheet/loss.ts'
import { isSideways, type Turn } from '../../things/brief/turn.ts'
import { type Um, writeLength } from '../../things/length/length.ts'
import { EDGES } from '../../things/paths/path.ts'
import { type Check, type Fix, UNUSABLE } from './check.ts'
import { clearBorder } from './clear-border.ts'
import { liesAnew } from './lies-anew.ts'

/** The upright picture's width at which it fits what can be printed as it lies, to a tenth of a millimetre; a roll is as long as it takes. µm. */
export function widthThatFits({ picture, printable }: Layout, turn: Turn, roll: boolean): Um {
  const sideways = isSideways(turn)
  const across = sideways ? (printable.w * picture.h) / picture.w : printable.w
  const along = sideways ? printable.h : (printable.h * picture.w) / picture.h
  return Math.floor((roll ? across : Math.min(across, along)) / 100) * 100
}

export const pictureClipped: Check = {
  id: 'picture-clipped',
  title: 'Part of the picture will not print',
  touches: ['placement', 'path', 'orientation'],
  about: 'item',
  follows: [...UNUSABLE, 'kept-edge', 'borderless-impossible'],
  on: 'plate',
  find: ({ item, pins, layout, edges, brief, picture, turn, crop, path, lot, offset, together }) => {
    // Borderless prints lose their edge on purpose; that is said with the expansion.
    if (edges.mode === 'borderless' && layout.lost < 0.2) return []
    const cut = EDGES.filter((e) => layout.clipped[e] >= MEASURABLE)
    if (cut.length === 0) return []
    const lost = contentLost(picture, turn, crop, layout.picture, layout.clipped)
    const list = cut.map((e) => `${writeLength(layout.clipped[e], brief.unit)} at the ${e} edge`).join(', ')
    // Who asked for equal borders gets equal borders that clear what cannot be printed.
    const clear = clearBorder({ path, offset })
    const wider =
      item.size.by === 'border' && (item.size.foot ?? 1) === 1 && item.size.border < clear ? { ...item.size, border: clear } : null
    const fits = layout.picture.w <= layout.printable.w && layout.picture.h <= layout.printable.h
    const wide = layout.picture.w - layout.printable.w
    const turnedFits = fits
      ? false
      : layout.picture.h <= layout.printable.w && (lot.form === 'roll' || layout.picture.w <= layout.printable.h)
    const turned = turnedFits ? liesAnew('Turn it', { item, pins }) : null
    const scaled = widthThatFits(layout, turn, lot.form === 'roll')
    const scale: Fix = {
      label: `Scale it to ${writeLength(scaled, brief.unit)} wide`,
      item: { size: { by: 'picture', width: scaled, height: null } },
      pins: { placement: null },
    }
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
