import type { Unit } from '../../../core/things/length/length.ts'
import { type PaperPrice, PRICED_BY } from '../../../core/things/media/paper-price.ts'
import { LengthField } from '../../ui/length-field.tsx'
import { MoneyField } from '../../ui/money-field.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { Select } from '../../ui/select.tsx'
import { SizeField } from '../../ui/size-field.tsx'

const PER: Record<PaperPrice['per'], string> = { 'square-metre': 'm²', sheet: 'sheet', pack: 'pack', metre: 'metre of a roll' }
/** A price of which only the square metre is known, in whole currency. */
export const bySquareMetre = (price: number): PaperPrice => ({
  cents: Math.round(price * 100),
  per: 'square-metre',
  sheets: 1,
  width: null,
  length: null,
})

/** What a paper costs, as it stands on the invoice, and what that makes a square metre. */
export function PaperPriceFields({
  value,
  currency,
  unit,
  onChange,
}: {
  value: PaperPrice
  currency: string
  unit: Unit
  onChange(price: PaperPrice): void
}) {
  const sized = value.per !== 'square-metre'
  return (
    <>
      <MoneyField label="Price" currency={currency} value={value.cents} onChange={(cents) => onChange({ ...value, cents })} />
      <Select
        label="For one"
        full
        value={value.per}
        options={PRICED_BY.map((per) => [per, PER[per]] as const)}
        onChange={(per) => onChange({ ...value, per, sheets: per === 'pack' ? Math.max(2, value.sheets) : 1 })}
      />
      {value.per === 'pack' && (
        <NumberField
          label="Sheets in it"
          whole
          min={1}
          max={100_000}
          step={1}
          value={value.sheets}
          onChange={(sheets) => onChange({ ...value, sheets })}
        />
      )}
      {sized && value.per === 'metre' && (
        <LengthField
          label="Width of the roll"
          unit={unit}
          value={value.width ?? 0}
          onChange={(width) => onChange({ ...value, width, length: null })}
        />
      )}
      {sized && value.per !== 'metre' && (
        <SizeField
          label="Of the size"
          of="finished"
          unit={unit}
          placeholder="A3"
          value={value.width && value.length ? { width: value.width, length: value.length } : null}
          onChange={(size) => onChange({ ...value, width: size?.width ?? null, length: size?.length ?? null })}
        />
      )}
    </>
  )
}
