import type { Check } from './check.ts'

export const twoSidedStock: Check = {
  id: 'two-sided-stock',
  title: 'The second side cannot be printed',
  touches: ['stock', 'path', 'printer'],
  about: 'plate',
  on: 'plate',
  find: ({ way, ways }) => {
    if (way.against !== 'make') return []
    const other = ways.find((w) => w.badness === 0)
    return [
      {
        level: 'stop',
        says: `${way.ruledOut} ${other ? `${other.path.name} of ${other.printer.name} prints both sides.` : 'Nothing else in the studio prints both sides of this sheet.'}`,
        numbers: { usableWays: ways.filter((w) => w.badness === 0).length },
        fix: other
          ? {
              label: `Use ${other.path.name} of ${other.printer.name}`,
              pins: { printer: other.printer.id, path: other.path.id, stock: other.lot.id },
            }
          : { label: 'Print one side only', brief: { make: { as: 'print' as const } } },
      },
    ]
  },
}
