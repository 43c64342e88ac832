import { lossOf, MEASURABLE } from '../../sheet/loss.ts'
import { printSize, sizingOf } from '../../sheet/placement.ts'
import { writeLength } from '../../things/length/length.ts'
import { EDGES } from '../../things/paths/path.ts'
import { cutOff } from '../decisions/orientation.ts'
import { roomFor } from '../decisions/room.ts'
import { type Check, UNUSABLE } from './check.ts'
import { sayShare } from './picture-cropped.ts'

/** A strip of paper narrower than this looks like a mistake, µm. Common practice. */
const LOOKS_MEANT = 2000

export const paperShows: Check = {
  id: 'paper-shows',
  title: 'Paper shows beside the picture',
  touches: ['placement', 'margins'],
  about: 'item',
  follows: [...UNUSABLE, 'borderless-impossible'],
  on: 'plate',
  find: (plate) => {
    const { item, brief, together, edges, layout, turn, crop, face, picture } = plate
    if (edges.mode !== 'borderless' || brief.make.as === 'wrapped-canvas' || together) return []
    // Edges that the path cannot print past have a finding of their own.
    // So has what lies between the print that fills all there is and the edge: how far it runs past it is the expansion's.
    const short = cutOff(layout.sheet, layout.printable)
    const bare = EDGES.filter((e) => edges.edges.includes(e) && layout.margins[e] - short[e] >= MEASURABLE)
    if (bare.length === 0) return []
    const narrow = Math.min(...bare.map((e) => layout.margins[e]))
    const filled = printSize({ ...sizingOf(brief, item), size: { by: 'sheet', fill: true } }, picture, turn, roomFor(plate, turn))
    const now = lossOf({ layout, turn, crop, face }).share
    const where = bare.map((e) => `${writeLength(layout.margins[e], brief.unit)} at the ${e} edge`).join(', ')
    return [
      {
        level: narrow < LOOKS_MEANT ? 'warn' : 'note',
        says: `${item.size.by === 'sheet' ? 'The whole picture is fitted, so paper shows' : 'At this size the picture does not reach every edge, so paper shows'}: ${where}.${narrow < LOOKS_MEANT ? ' So narrow a strip looks like a mistake.' : ''} Filling the sheet would crop ${sayShare(1 - filled.crop.w * filled.crop.h)} of the picture.`,
        numbers: {
          ...Object.fromEntries(bare.map((e) => [e, Math.round(layout.margins[e])])),
          lostPercent: Number((now * 100).toFixed(2)),
        },
        fix: { label: 'Fill the sheet', item: { size: { by: 'sheet', fill: true } }, pins: { placement: null } },
      },
    ]
  },
}
