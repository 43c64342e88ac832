import { contentLost } from '../../sheet/content.ts'
import { writeLength } from '../../things/length/length.ts'
import { EDGES } from '../../things/paths/path.ts'
import type { Check } from './check.ts'
import { clearBorder } from './clear-border.ts'

/** Below a tenth of a millimetre nobody can measure the loss. */
const MEASURABLE = 100

export const pictureClipped: Check = {
  id: 'picture-clipped',
  title: 'Part of the picture will not print',
  touches: ['placement', 'path', 'orientation'],
  about: 'item',
  on: 'plate',
  find: ({ item, layout, edges, brief, picture, turn, crop, path, offset }) => {
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
    return [
      {
        // Blank paper that is cut off costs nothing.
        level: lost > 0.02 ? 'stop' : lost > 0.0005 ? 'warn' : 'note',
        says:
          lost > 0.0005
            ? `The printer cannot reach ${list}: ${(lost * 100).toFixed(1)} % of the picture is cut off.`
            : `The printer cannot reach ${list}, but the picture is blank there: nothing of it is lost.`,
        numbers: { ...Object.fromEntries(cut.map((e) => [e, layout.clipped[e]])), lostPercent: Number((lost * 100).toFixed(2)) },
        fix: wider
          ? { label: `Borders of ${writeLength(clear, brief.unit)} all round`, item: { size: wider }, pins: { placement: null } }
          : fits
            ? { label: 'Shift it into the printable area', pins: { placement: 'shifted' } }
            : { label: 'Fit it to the printable area', item: { size: { by: 'sheet', fill: false } }, pins: { placement: null } },
      },
    ]
  },
}
