import { type Um, type Unit, writeNumber } from '../../core/things/length/length.ts'
import type { FieldWords } from './field.tsx'
import { readLength } from './reading.ts'
import { TypedField } from './typed-field.tsx'

interface Props extends Omit<FieldWords, 'unit'> {
  value: Um
  unit: Unit
  /** Allows 0 and lengths before the edge. */
  signed?: boolean
  disabled?: boolean
  onChange(value: Um): void
}

/** A length typed as people type it; shown in the chosen unit, taken on Enter or when left. */
export const LengthField = ({ value, unit, signed = false, onChange, ...field }: Props) => (
  <TypedField
    {...field}
    unit={unit}
    shown={writeNumber(value, unit)}
    read={(text) => readLength(text, unit, field.label, signed)}
    onChange={onChange}
  />
)
