import { useId } from 'react'
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
  const id = useId()
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
    <div className="min-w-0">
      <label htmlFor={id} className="block text-sm text-soft">
        {label}
      </label>
      <div className="flex items-center gap-1">
        <input
          id={id}
          className="num w-full min-w-0"
          type="text"
          inputMode="decimal"
          value={text}
          aria-invalid={error !== null}
          aria-describedby={error ? `${id}-e` : undefined}
          onChange={(e) => setText(e.target.value)}
          onBlur={take}
          onKeyDown={(e) => {
            if (e.key === 'Enter') {
              e.preventDefault()
              take()
            }
            if (e.key === 'Escape') setText(shown)
            if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
              e.preventDefault()
              const next = Number((value + (e.key === 'ArrowUp' ? step : -step)).toFixed(4))
              if (next >= min && next <= max) onChange(next)
            }
          }}
        />
        {unit && <span className="text-sm text-faint">{unit}</span>}
      </div>
      {error && (
        <p id={`${id}-e`} role="alert" className="mt-0.5 text-sm text-stop">
          {error}
        </p>
      )}
    </div>
  )
}
