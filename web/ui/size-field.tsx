import type { Um, Unit } from '../../core/things/length/length.ts'
import { writeAsked } from '../../core/things/sizes/asked.ts'
import { parseSize, type TypedSize } from '../../core/things/sizes/size-field.ts'
import type { FieldWords } from './field.tsx'
import { TypedField } from './typed-field.tsx'

interface Props extends Omit<FieldWords, 'unit'> {
  value: { width: Um | null; length: Um | null; name?: string | null } | null
  unit: Unit
  /** A sheet, or a roll of any length; `finished` needs both measures. */
  of: 'sheet' | 'finished'
  offers?: readonly string[]
  placeholder?: string
  wide?: number
  /** Null when it was emptied. */
  onChange(size: TypedSize | null): void
}

/** A size as people type it: `A3`, `13 × 19 in`, `17in roll`; shown back in both units. */
export function SizeField({ value, unit, of, onChange, offers, placeholder, wide, ...field }: Props) {
  return (
    <TypedField
      {...field}
      words
      offers={offers}
      placeholder={placeholder}
      wide={wide}
      shown={value ? (value.name ?? writeAsked(value, unit)) : ''}
      help={field.help ?? (value ? `${writeAsked(value, 'mm')} · ${writeAsked(value, 'in')}` : undefined)}
      read={(text) => {
        if (text.trim() === '') return { ok: true, value: null }
        const parsed = parseSize(text, unit, of)
        if (!parsed.ok) return { ok: false, message: parsed.problem.message, choices: parsed.problem.choices ?? [] }
        const { width, length } = parsed.value
        if (of === 'finished' && (width === null || length === null))
          return { ok: false, message: 'What is left after trimming needs a width and a length.' }
        return { ok: true, value: parsed.value }
      }}
      onChange={onChange}
    />
  )
}
