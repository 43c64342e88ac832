import { z } from 'zod'
import { MAX_LENGTH, squareMetres } from '../length/length.ts'

/** What a price is for. */
export const PRICED_BY = ['square-metre', 'sheet', 'pack', 'metre'] as const

interface PricedFor {
  per: (typeof PRICED_BY)[number]
  sheets: number
  width: number | null
  length: number | null
}
/** What one price buys, m²; null where its size is not said. */
function areaOf({ per, sheets, width, length }: PricedFor): number | null {
  if (per === 'square-metre') return 1
  if (width === null) return null
  if (per === 'metre') return squareMetres(width, 1_000_000)
  return length === null ? null : squareMetres(width, length) * (per === 'pack' ? sheets : 1)
}

/** A price as it stands on an invoice: for what, and of what size. */
export const PaperPriceSchema = z
  .object({
    /** Cents of the studio's currency. */
    cents: z.number().int().nonnegative().max(100_000_000),
    per: z.enum(PRICED_BY),
    /** Sheets in a pack; 1 for the others. */
    sheets: z.number().int().positive().max(100_000),
    /** Of the sheet, µm; of a roll that is paid by the metre its width. Null where it is not needed. */
    width: z.number().int().positive().max(MAX_LENGTH).nullable(),
    length: z.number().int().positive().max(MAX_LENGTH).nullable(),
  })
  .refine((price) => areaOf(price) !== null, { error: 'needs the size it is paid for', path: ['width'] })
export type PaperPrice = z.infer<typeof PaperPriceSchema>

/** Price of a square metre, in whole currency, from what was paid for. */
export function perSquareMetre(price: PaperPrice): number {
  const area = areaOf(price)
  return area === null ? 0 : price.cents / 100 / area
}
