import { type LimitKind, violationText } from '../../things/paths/limits.ts'
import type { Check } from './check.ts'

/** A check for the limits of the path that a sheet can break in one direction. */
export const pathLimitCheck = (id: string, title: string, kinds: readonly LimitKind[]): Check => ({
  id,
  title,
  touches: ['path', 'stock', 'printer'],
  about: 'plate',
  on: 'plate',
  find: ({ way, path, ways, brief, printer }) => {
    const v = way.violations.find((broken) => kinds.includes(broken.kind))
    if (!v) return []
    const other = ways.find((w) => w.ruledOut === null && w.lot === way.lot && w.path !== path)
    return [
      {
        level: 'stop',
        says: `${violationText(path, v, brief.unit)} ${other ? `${other.path.name} of ${other.printer.name} takes it.` : 'No path of the studio takes this lot.'}`,
        numbers: { value: v.value, limit: v.limit },
        fix: other
          ? {
              label: `Use ${other.path.name} of ${other.printer.name}`,
              pins: { path: other.path.id, printer: other.printer === printer ? null : other.printer.id },
            }
          : null,
      },
    ]
  },
})
