import { useId } from 'react'
import { parseLength, type Um, type Unit, writeNumber } from '../../core/length/length.ts'
import { useTyped } from './use-typed.ts'

interface Props {
  label: string
  value: Um
  unit: Unit
  /** Allows 0 and lengths before the edge. */
  signed?: boolean
  disabled?: boolean
  onChange(value: Um): void
}

/** A length typed as people type it; shown in the chosen unit, taken on Enter or when left. */
export function LengthField({ label, value, unit, signed = false, disabled = false, onChange }: Props) {
  const id = useId()
  const shown = writeNumber(value, unit)
  const { text, setText, error, setError } = useTyped(shown)
  const take = () => {
    if (text === shown) return
    const minus = signed && /^\s*-/.test(text)
    const plain = minus ? text.replace('-', '') : text
    if (signed && /^\s*0*(\.0*)?\s*(mm|in|cm)?\s*$/.test(plain) && /0/.test(plain)) {
      setError(null)
      return onChange(0)
    }
    const parsed = parseLength(plain, unit, label)
    if (!parsed.ok) return setError(parsed.problem.message)
    setError(null)
    onChange(minus ? -parsed.value.um : parsed.value.um)
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
          value={text}
          disabled={disabled}
          inputMode="decimal"
          aria-invalid={error !== null}
          aria-describedby={error ? `${id}-e` : undefined}
          onChange={(e) => setText(e.target.value)}
          onBlur={take}
          onKeyDown={(e) => {
            if (e.key === 'Enter') {
              // Takes the number; it must not send the form around it.
              e.preventDefault()
              take()
            }
            if (e.key === 'Escape') setText(shown)
          }}
        />
        <span className="text-sm text-faint">{unit}</span>
      </div>
      {error && (
        <p id={`${id}-e`} role="alert" className="mt-0.5 text-sm text-stop">
          {error}
        </p>
      )}
    </div>
  )
}
