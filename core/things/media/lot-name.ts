import { type Unit, writeLength, writeSize } from '../length/length.ts'
import { namedSize } from '../sizes/named.ts'
import type { Lot } from './media.ts'

/** How a lot's size is said: `A3`, `432.0 mm roll`, `203.0 × 1000.0 mm`. */
export function lotSizeName(lot: Pick<Lot, 'form' | 'pwg' | 'nominal'>, unit: Unit): string {
  if (lot.form === 'roll') return `${writeLength(lot.nominal.width, unit)} roll`
  const named = lot.pwg === null ? undefined : namedSize(lot.pwg)
  return named?.name ?? writeSize(lot.nominal.width, lot.nominal.length, unit)
}
