import { type Unit, writeLength, writeSize } from '../length/length.ts'
import { namedSize } from '../sizes/named.ts'
import type { Lot, Paper } from './media.ts'

/** How a lot's size is said: `A3`, `432.0 mm roll`, `203.0 × 1000.0 mm`; of a sheet out of a sample pack its mark too: `A4, sheet C4`. */
export function lotSizeName(lot: Pick<Lot, 'form' | 'pwg' | 'nominal'> & Partial<Pick<Lot, 'mark'>>, unit: Unit): string {
  return lot.mark ? `${sizeName(lot, unit)}, sheet ${lot.mark}` : sizeName(lot, unit)
}

/** What lies in the printer: the paper's name, of a sheet out of a sample pack with its mark. */
export const paperSaid = (paper: Pick<Paper, 'name'>, { mark }: Pick<Lot, 'mark'>): string =>
  mark ? `${paper.name}, sheet ${mark}` : paper.name

/** The size alone, whatever the lot is called. */
export function sizeName(lot: Pick<Lot, 'form' | 'pwg' | 'nominal'>, unit: Unit): string {
  if (lot.form === 'roll') return `${writeLength(lot.nominal.width, unit)} roll`
  const named = lot.pwg === null ? undefined : namedSize(lot.pwg)
  return named?.name ?? writeSize(lot.nominal.width, lot.nominal.length, unit)
}
