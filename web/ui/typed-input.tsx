import { useId } from 'react'

interface Props {
  label: string
  unit?: string | undefined
  disabled?: boolean
  /** From useTyped. */
  text: string
  setText(text: string): void
  error: string | null
  /** What to go back to on Escape. */
  shown: string
  /** Takes what is typed. */
  take(): void
  /** Arrow up or down. */
  onStep?: (by: 1 | -1) => void
}

/** A field whose text is taken on Enter or when it is left, with its unit behind and what is wrong below. */
export function TypedInput({ label, unit, disabled = false, text, setText, error, shown, take, onStep }: Props) {
  const id = useId()
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
            if (onStep && (e.key === 'ArrowUp' || e.key === 'ArrowDown')) {
              e.preventDefault()
              onStep(e.key === 'ArrowUp' ? 1 : -1)
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
