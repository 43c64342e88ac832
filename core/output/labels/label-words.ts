import { lotSizeName } from '../../things/media/lot-name.ts'
import { type Lot, type Paper, tallyOf } from '../../things/media/media.ts'
import type { Studio } from '../../things/studio/studio.ts'

/** What is written on a label. */
export interface LabelWords {
  name: string
  /** The most important first: those that have no room are left out. */
  lines: string[]
}

/** What stands on the label of a lot: what it is, which side prints, and the driver's entries it is proven with. */
export function labelWords(
  lot: Lot,
  paper: Paper,
  { pairings, printers, rules }: Pick<Studio, 'pairings' | 'printers' | 'rules'>,
): LabelWords {
  const proven = pairings
    .filter((p) => p.paperId === paper.id && tallyOf(p).good > 0)
    .flatMap((p) => {
      const printer = printers.find((x) => x.id === p.printerId)
      const entry = printer?.mediaTypes.find((m) => m.id === p.mediaTypeId)
      return printer && entry ? [`${printer.name}: ${entry.driverName}`] : []
    })
  const side = paper.twoSided ? 'prints on both sides' : paper.printableSide ? `prints on ${paper.printableSide}` : ''
  return {
    name: paper.name,
    lines: [
      [lotSizeName(lot, rules.unit), `${paper.weight} g/m²`, lot.number && `no. ${lot.number}`].filter(Boolean).join(' · '),
      side,
      ...proven,
    ].filter(Boolean),
  }
}
