import { TypedInput } from './typed-input.tsx'
import { useTyped } from './use-typed.ts'

interface Props {
  label: string
  value: number
  min: number
  max: number
  step: number
  unit?: string
  onChange(value: number): void
}

/** A plain number, taken on Enter or when left; says its limits when it breaks them. */
export function NumberField({ label, value, min, max, step, unit, onChange }: Props) {
  const shown = String(Number(value.toFixed(4)))
  const { text, setText, error, setError } = useTyped(shown)
  const take = () => {
    if (text === shown) return
    const typed = Number(text.replace(',', '.'))
    if (text.trim() === '' || Number.isNaN(typed)) return setError('Type a number.')
    if (typed < min || typed > max) return setError(`Between ${min} and ${max}.`)
    setError(null)
    onChange(typed)
  }
  return (
    <TypedInput
      {...{ label, unit, text, setText, error, shown, take }}
      onStep={(by) => {
        const next = Number((value + by * step).toFixed(4))
        if (next >= min && next <= max) onChange(next)
      }}
    />
  )
}
