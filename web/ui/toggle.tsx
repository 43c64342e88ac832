import { ToggleGroup } from 'radix-ui'
import type { Options } from './options.ts'
import { asOption } from './options.ts'

interface Props<T> {
  label: string
  value: T
  options: Options<T>
  onChange(value: T): void
  small?: boolean | undefined
  className?: string | undefined
}

/** A few ways to look at one thing, one of them in use. */
export function Toggle<const T>({ label, value, options, onChange, small = false, className = '' }: Props<T>) {
  const all = options.map(asOption)
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      className={`inline-flex flex-wrap ${className}`}
      value={String(all.findIndex((option) => option.value === value))}
      onValueChange={(i) => {
        // Pressing the one in use leaves it in use.
        const chosen = i === '' ? undefined : all[Number(i)]
        if (chosen) onChange(chosen.value)
      }}
    >
      {all.map((option, i) => (
        <ToggleGroup.Item
          // biome-ignore lint/suspicious/noArrayIndexKey: choices are known by their place
          key={i}
          value={String(i)}
          disabled={option.disabled ?? false}
          className={`btn -ml-px first:ml-0 ${small ? 'btn-small' : ''} ${option.value === value ? 'relative z-1' : ''}`}
        >
          {option.before}
          {option.words}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  )
}
