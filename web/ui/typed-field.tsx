import { useEffect, useLayoutEffect, useRef, useState } from 'react'
import { Field, type FieldWords } from './field.tsx'
import { Offers } from './offers.tsx'
import type { Read } from './reading.ts'
import { tidied } from './tidied.ts'

interface Props<T> extends FieldWords {
  /** The value as it is written when nobody is typing. */
  shown: string
  read(text: string): Read<T>
  onChange(value: T): void
  /** Arrow up or down. */
  onStep?: ((by: 1 | -1) => void) | undefined
  placeholder?: string | undefined
  disabled?: boolean | undefined
  /** Width of the box, in characters. */
  wide?: number | undefined
  /** Words rather than a figure. */
  words?: boolean | undefined
  /** Names that are offered while one types. */
  offers?: readonly string[] | undefined
}

/**
 * A value typed as people type it: read on Enter or when it is left, put back by Escape. What cannot be read stays as it
 * was typed, with what is wrong below, and the value stays what it was.
 */
export function TypedField<T>({ shown, read, onChange, onStep, placeholder, disabled, wide, words = false, offers, ...field }: Props<T>) {
  const [text, setText] = useState(shown)
  const [wrong, setWrong] = useState<{ message: string; choices: readonly string[] } | null>(null)
  // A value that changes elsewhere is shown, unless it is what was typed here.
  const last = useRef(shown)
  const box = useRef<HTMLInputElement>(null)
  const whole = useRef(false)
  useEffect(() => {
    const at = box.current
    // Just come to, all of it is chosen, so that the next key replaces it: it stays so when it changes under the hand.
    whole.current = at !== null && at === document.activeElement && at.selectionStart === 0 && at.selectionEnd === at.value.length
    last.current = shown
    setText(shown)
    setWrong(null)
  }, [shown])
  // biome-ignore lint/correctness/useExhaustiveDependencies: once the new text stands there
  useLayoutEffect(() => {
    if (whole.current) box.current?.select()
    whole.current = false
  }, [text])
  const take = (typed: string) => {
    if (typed === last.current) return setWrong(null)
    const now = read(typed)
    if (!now.ok) return setWrong({ message: now.message, choices: now.choices ?? [] })
    setWrong(null)
    onChange(now.value)
  }
  return (
    <div className={field.className}>
      <Field {...field} className="" error={wrong?.message ?? field.error}>
        {(own) => (
          <>
            <input
              {...own}
              ref={box}
              className={`field min-w-0 ${wide ? '' : 'w-full'} ${words ? '' : 'num'}`}
              style={wide ? { width: `${wide}ch`, maxWidth: '100%' } : undefined}
              value={text}
              placeholder={placeholder}
              disabled={disabled}
              inputMode={words ? 'text' : 'decimal'}
              autoComplete="off"
              {...(offers ? { list: `${own.id}-offers` } : {})}
              onChange={(e) => setText(e.target.value)}
              onBlur={() => take(text)}
              onPaste={(e) => {
                // From a table or a document: spaces of other kinds, a dash for a minus, a line's end behind it.
                const pasted = tidied(e.clipboardData.getData('text'))
                const { selectionStart: from, selectionEnd: to, value } = e.currentTarget
                e.preventDefault()
                setText(value.slice(0, from ?? 0) + pasted + value.slice(to ?? value.length))
              }}
              onKeyDown={(e) => {
                if (e.key === 'Enter') {
                  // Takes the value; it must not send the form around it.
                  e.preventDefault()
                  take(text)
                }
                if (e.key === 'Escape' && text !== shown) {
                  e.stopPropagation()
                  setText(shown)
                  setWrong(null)
                }
                if (onStep && (e.key === 'ArrowUp' || e.key === 'ArrowDown')) {
                  e.preventDefault()
                  onStep(e.key === 'ArrowUp' ? 1 : -1)
                }
              }}
            />
            {offers && <Offers id={`${own.id}-offers`} words={offers} />}
          </>
        )}
      </Field>
      {wrong && wrong.choices.length > 0 && (
        <p className="mt-1 flex flex-wrap gap-2">
          {wrong.choices.map((choice) => (
            <button key={choice} type="button" className="btn btn-small" onClick={() => take(choice)}>
              {choice}
            </button>
          ))}
        </p>
      )}
    </div>
  )
}
