import type { Check } from './check.ts'

export const pathNoted: Check = {
  id: 'path-noted',
  title: 'This path is noted as worn',
  touches: ['path'],
  about: 'plate',
  on: 'plate',
  find: ({ path, ways, way, printer }) => {
    if (!path.noted) return []
    const other = ways.find((w) => w.badness === 0 && w.lot === way.lot && w.path !== path && w.path.noted === null)
    return [
      {
        level: 'warn',
        says: `${path.name} of ${printer.name}, noted on ${path.noted.on}: ${path.noted.says.replace(/\.?$/, '.')} Have it serviced; until then watch every sheet go in.`,
        numbers: { on: path.noted.on },
        fix: other
          ? {
              label: `Use ${other.path.name} of ${other.printer.name}`,
              pins: { printer: other.printer.id, path: other.path.id, stock: other.lot.id },
            }
          : null,
      },
    ]
  },
}
