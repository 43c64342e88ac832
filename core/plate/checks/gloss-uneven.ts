import { usesPigment } from '../../things/printers/printer.ts'
import type { Check } from './check.ts'

export const glossUneven: Check = {
  id: 'gloss-uneven',
  title: 'The gloss will not be even',
  touches: ['clear-coat', 'stock', 'printer'],
  about: 'plate',
  on: 'plate',
  find: ({ printer, paper, coat }) => {
    if (paper.surface !== 'gloss' || !usesPigment(printer) || coat !== 'off') return []
    const coats = printer.clearCoat !== ''
    return [
      {
        level: 'note',
        says: `Pigment lies on top of a gloss surface: bare paper and ink shine differently when the print is tilted. ${coats ? `${printer.clearCoat} evens it.` : `${printer.name} has no coat to even it: keep highlights just off paper white, use a satin surface, or spray or frame it behind glass.`}`,
        numbers: {},
        fix: coats ? { label: `Use ${printer.clearCoat} where there is ink`, pins: { 'clear-coat': 'ink' } } : null,
      },
    ]
  },
}
