import type { FieldWords } from './field.tsx'
import { readNumber, readsWithin } from './reading.ts'
import { TypedField } from './typed-field.tsx'

interface Props extends FieldWords {
  value: number
  min: number
  max: number
  /** What the arrow keys add. */
  step: number
  /** It counts things: no parts of one. */
  whole?: boolean
  disabled?: boolean
  onChange(value: number): void
}

/** A plain number, taken on Enter or when left; says its limits when it breaks them. */
export function NumberField({ value, min, max, step, whole = false, onChange, ...field }: Props) {
  const put = (next: number) => {
    if (next !== value) onChange(next)
  }
  return (
    <TypedField
      {...field}
      shown={String(Number(value.toFixed(4)))}
      read={(text) => readsWithin(readNumber(text), min, max, whole)}
      onChange={put}
      onStep={(by) => put(Math.min(max, Math.max(min, Number((value + by * step).toFixed(4)))))}
    />
  )
}
