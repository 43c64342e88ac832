import type { Check } from './check.ts'

export const pathUnconfirmed: Check = {
  id: 'path-unconfirmed',
  title: 'Nobody has confirmed this path',
  touches: ['path'],
  about: 'plate',
  on: 'plate',
  find: ({ path, printer, studio }) => {
    // Prints that were measured know its margins better than any manual.
    const measured = studio.calibrations.some((c) => c.printerId === printer.id && c.pathId === path.id)
    if (path.known === 'confirmed' || measured) return []
    return [
      {
        level: 'warn',
        says: `Limits and margins of ${path.name} on ${printer.name} are usual ones of its kind; nobody has held them against this machine. Confirm them from its manual, or print a layout test and measure it.`,
        numbers: { path: path.id },
        fix: null,
      },
    ]
  },
}
