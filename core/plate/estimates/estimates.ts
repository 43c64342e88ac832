import { z } from 'zod'
import type { Layout } from '../../sheet/layout.ts'
import type { Item } from '../../things/brief/item.ts'
import { squareMetres } from '../../things/length/length.ts'
import type { Lot, Pairing, Paper } from '../../things/media/media.ts'
import { isRoll } from '../../things/paths/kinds.ts'
import { capacityFor } from '../../things/paths/limits.ts'
import type { Path } from '../../things/paths/path.ts'
import type { Printer, Quality } from '../../things/printers/printer.ts'

export const EstimatesSchema = z.object({
  /** Sheets, or cuts from the roll. */
  sheets: z.number(),
  /** Times the path has to be filled. */
  loads: z.number(),
  /** Seconds the head moves, all copies. */
  printingSeconds: z.number(),
  dryingMinutes: z.number(),
  /** Ink for all copies, millilitres. */
  inkMillilitres: z.number(),
  /** Paper used, in the studio's currency. */
  paperPrice: z.number(),
  /** Micrometres of roll used; 0 for sheets. */
  rollLength: z.number(),
})
export type Estimates = z.infer<typeof EstimatesSchema>

/** Ink laid on a square metre of an average photograph. From memory: 8 to 14 ml on pigment printers. */
const INK_PER_SQUARE_METRE = 11

/** The ink of a job falls unevenly on the channels; the most used one takes about this multiple of an even share. */
export const BUSIEST_CHANNEL = 2

interface Input {
  item: Pick<Item, 'copies'>
  printer: Printer
  paper: Paper
  lot: Lot
  path: Path
  quality: Quality
  pairing: Pairing | null
  layout: Layout
}

/** Time, ink and paper a job takes. */
export function estimate({ item, paper, lot, path, quality, pairing, layout }: Input): Estimates {
  const printed = squareMetres(layout.printed.w, layout.printed.h)
  const sheet = squareMetres(layout.sheet.w, layout.sheet.h)
  const holds = Math.max(1, capacityFor(path, paper.thickness))
  return {
    sheets: item.copies,
    loads: isRoll(path) ? 1 : Math.ceil(item.copies / holds),
    printingSeconds: printed * quality.secondsPerSquareMetre * item.copies,
    dryingMinutes: pairing?.dryingMinutes ?? 30,
    inkMillilitres: printed * INK_PER_SQUARE_METRE * item.copies,
    paperPrice: sheet * paper.pricePerSquareMetre * item.copies,
    rollLength: lot.form === 'roll' ? layout.sheet.h * item.copies : 0,
  }
}
