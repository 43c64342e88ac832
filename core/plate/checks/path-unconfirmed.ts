import { listed, MEASURED, PATH_PARTS, type PathPart } from '../../things/printers/parts.ts'
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
        !(measured && part === MEASURED) &&
        (part !== 'borderless' || borderless !== 'none') &&
        (part !== 'sides' || brief.make.as === 'two-sided'),
    )
    if (open.length === 0) return []
    const parts = listed(open.map((part) => PATH_PARTS[part]))
    const test = open.includes(MEASURED) ? ` A layout test that is measured shows ${PATH_PARTS[MEASURED]}.` : ''
    return [
      {
        level: open.some((part) => SPOILS.includes(part)) ? 'warn' : 'note',
        says: `Not confirmed for ${path.name} of this ${printer.name}: ${parts}. Usual values of such a path stand there; hold them against the manual.${test}`,
        numbers: { path: path.id, parts: open.join(' ') },
        fix: null,
      },
    ]
  },
}
