import { trims } from '../../things/brief/make.ts'
import { isRoll } from '../../things/paths/kinds.ts'
import { type LimitKind, type Violation, violations, violationsText } from '../../things/paths/limits.ts'
import type { Settled } from '../settle/settled.ts'
import type { Check, Fix } from './check.ts'

/** A print too small for sheets, on the shortest cut that a roll path of the same paper makes, trimmed afterwards. */
function trimmedFromRoll({ brief, studio, paper, layout }: Settled, { kind }: Violation) {
  if ((kind !== 'short' && kind !== 'narrow') || !trims(brief.make)) return null
  const asked =
    brief.finished ?? (brief.sheet?.width && brief.sheet.length ? { width: brief.sheet.width, length: brief.sheet.length } : null)
  const piece = asked ?? { width: Math.round(layout.sheet.w), length: Math.round(layout.sheet.h) }
  for (const lot of studio.lots)
    for (const printer of lot.form === 'roll' && lot.paperId === paper.id && lot.stock > 0 ? studio.printers : [])
      for (const path of printer.paths) {
        const fed = { width: lot.measured.width, length: path.length.min }
        const across = lot.measured.width - path.margins.left - path.margins.right
        if (!isRoll(path) || violations(path, paper, lot, fed).length > 0 || Math.min(piece.width, piece.length) > across) continue
        const fix: Fix = {
          label: 'Print it on the roll and trim it',
          brief: { sheet: { width: lot.nominal.width, length: null, name: null }, finished: piece },
          pins: {
            printer: printer.id,
            path: path.id,
            stock: lot.id,
            page: null,
            margins: null,
            expansion: null,
            orientation: null,
            placement: null,
          },
        }
        return { printer, path, fix }
      }
  return null
}

/** Of a lot that goes no usable way: whether a path carries it all the same, and it is the job that it cannot do. */
function elsewhere({ studio, way }: Settled): string {
  for (const printer of studio.printers)
    for (const path of printer.paths)
      if (violations(path, way.paper, way.lot, way.fed).length === 0)
        return `${path.name} of ${printer.name} takes this lot, but not for what the job asks.`
  return 'No path of the studio takes this lot.'
}

/** A check for the limits of the path that a sheet can break in one direction. */
export const pathLimitCheck = (id: string, title: string, kinds: readonly LimitKind[]): Check => ({
  id,
  title,
  touches: ['path', 'stock', 'printer'],
  about: 'plate',
  on: 'plate',
  find: (plate) => {
    const { way, path, ways, brief, printer } = plate
    const broken = way.violations.filter((v) => kinds.includes(v.kind))
    const v = broken[0]
    if (!v) return []
    // Asked for, not in stock: what the machine takes is asked of any lot.
    const asked = broken.every((b) => !violations(path, way.paper, way.lot, way.fed).some((own) => own.kind === b.kind))
    const other = ways.find((w) => w.badness === 0 && (asked || w.lot === way.lot) && w.path !== path)
    const roll = other ? undefined : trimmedFromRoll(plate, v)
    const none = roll
      ? `${roll.path.name} of ${roll.printer.name} prints it on its shortest cut, to be trimmed.`
      : asked
        ? 'Nothing in the studio prints that size.'
        : elsewhere(plate)
    return [
      {
        level: 'stop',
        says: `${violationsText(path, broken, brief.unit)} ${other ? `${other.path.name} of ${other.printer.name} takes it.` : none}`,
        numbers: { value: v.value, limit: v.limit },
        fix: other
          ? {
              label: `Use ${other.path.name} of ${other.printer.name}`,
              pins: {
                path: other.path.id,
                printer: other.printer === printer ? null : other.printer.id,
                ...(asked ? { stock: other.lot.id } : {}),
              },
            }
          : (roll?.fix ?? null),
      },
    ]
  },
})
