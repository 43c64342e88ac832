import type { Um } from '../../core/things/length/length.ts'
import { writeCaliper } from '../../core/things/media/caliper.ts'
import type { FieldWords } from './field.tsx'
import { readLength } from './reading.ts'
import { TypedField } from './typed-field.tsx'

interface Props extends Omit<FieldWords, 'unit' | 'help'> {
  value: Um
  onChange(value: Um): void
}

/** The thickness of a sheet, in millimetres to the micrometre, or as it was typed: `16.5 mil`. */
export const CaliperField = ({ value, onChange, ...field }: Props) => (
  <TypedField
    {...field}
    unit="mm"
    help={writeCaliper(value)}
    shown={String(value / 1000)}
    read={(text) => readLength(text, 'mm', field.label, false)}
    onChange={onChange}
  />
)
