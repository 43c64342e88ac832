import { RadioGroup } from 'radix-ui'
import { type ReactNode, useId } from 'react'

interface Props<T> {
  label: string
  value: T | null
  options: readonly (readonly [value: T, words: ReactNode])[]
  onChange(value: T): void
  /** Lays the choices out; one below the other when it says nothing. */
  className?: string | undefined
  disabled?: boolean | undefined
  /** How each choice is framed: a row of a list, say. */
  rowClass?: ((value: T, chosen: boolean) => string) | undefined
}

/** One of a few that are all seen at once. */
export function Radio<const T>({ label, value, options, onChange, className = 'grid gap-1', disabled = false, rowClass }: Props<T>) {
  const id = useId()
  const at = options.findIndex(([v]) => v === value)
  return (
    <RadioGroup.Root
      aria-label={label}
      className={className}
      disabled={disabled}
      value={at < 0 ? '' : String(at)}
      onValueChange={(i) => {
        const chosen = options[Number(i)]
        if (chosen) onChange(chosen[0])
      }}
    >
      {options.map(([v, words], i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: choices are known by their place
        <div key={i} className={`tick-line items-start ${rowClass?.(v, i === at) ?? ''}`}>
          <span className="flex min-h-hit items-center">
            <RadioGroup.Item id={`${id}-${i}`} value={String(i)} className="tick tick-round">
              <RadioGroup.Indicator className="block size-[7px] rounded-full bg-raised" />
            </RadioGroup.Item>
          </span>
          <label htmlFor={`${id}-${i}`} className="min-w-0 flex-1 cursor-[inherit] py-0.5">
            {words}
          </label>
        </div>
      ))}
    </RadioGroup.Root>
  )
}
