import type { FieldWords } from './field.tsx'
import { readMoney } from './reading.ts'
import { TypedField } from './typed-field.tsx'

interface Props extends Omit<FieldWords, 'unit'> {
  /** In the smallest coin: cents. */
  value: number
  /** ISO 4217. */
  currency: string
  onChange(cents: number): void
  most?: number
}

/** An amount of money, kept in its smallest coin so that sums are exact. */
export const MoneyField = ({ value, currency, onChange, most = 100_000_000, ...field }: Props) => (
  <TypedField {...field} unit={currency} shown={(value / 100).toFixed(2)} read={(text) => readMoney(text, most)} onChange={onChange} />
)
