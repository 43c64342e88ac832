import { listed, MEASURED_PARTS, PATH_PARTS, type PathPart } from '../../things/printers/parts.ts'
import type { Check } from './check.ts'

/** Parts of a path that can waste a sheet when they are wrong; the others are words. */
const SPOILS: readonly PathPart[] = ['takes', 'margins', 'borderless', 'carries']

export const pathUnconfirmed: Check = {
  id: 'path-unconfirmed',
  title: 'Nobody has confirmed this path',
  touches: ['path'],
  about: 'plate',
  on: 'plate',
  find: ({ path, printer, studio, borderless, brief }) => {
    // Prints that were measured know where ink lands better than any manual.
    const measured = studio.calibrations.some((c) => c.printerId === printer.id && c.pathId === path.id)
    const open = path.unconfirmed.filter(
      (part) =>
        !(measured && MEASURED_PARTS.includes(part)) &&
        (part !== 'borderless' || borderless !== 'none') &&
        (part !== 'sides' || brief.make.as === 'two-sided'),
    )
    if (open.length === 0) return []
    const parts = listed(open.map((part) => PATH_PARTS[part]))
    const test = open.some((part) => MEASURED_PARTS.includes(part)) ? ', or print a layout test and measure it' : ''
    return [
      {
        level: open.some((part) => SPOILS.includes(part)) ? 'warn' : 'note',
        says: `Of ${path.name} on ${printer.name} ${parts} ${open.length === 1 && open[0] !== 'names' && open[0] !== 'margins' ? 'is' : 'are'} only as usual for its kind; nobody has held ${open.length === 1 ? 'that' : 'them'} against this machine. Confirm ${open.length === 1 ? 'it' : 'them'} from its manual${test}.`,
        numbers: { path: path.id, parts: open.join(' ') },
        fix: null,
      },
    ]
  },
}
