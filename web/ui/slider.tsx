import { Slider as Radix } from 'radix-ui'
import { type ReactNode, useId } from 'react'

interface Props {
  label: string
  /** Told to screen readers only. */
  hideLabel?: boolean
  min: number
  max: number
  step: number
  value: number
  onChange(value: number): void
  /** What stands after it: the value, say. */
  children?: ReactNode
  /** The value as it is read aloud. */
  says?: string
  className?: string
}

/** A labelled range, as wide as there is room. */
export function Slider({ label, hideLabel = false, min, max, step, value, onChange, children, says, className = '' }: Props) {
  const id = useId()
  return (
    <div className={`flex min-h-hit items-center gap-2 ${className}`}>
      <span id={id} className={hideLabel ? 'sr-only' : 'shrink-0'}>
        {label}
      </span>
      <Radix.Root
        min={min}
        max={max}
        step={step}
        value={[value]}
        onValueChange={([now]) => now !== undefined && onChange(now)}
        className="relative flex h-6 min-w-16 flex-1 touch-none items-center select-none pointer-coarse:h-11"
      >
        <Radix.Track className="relative h-[3px] w-full bg-line">
          <Radix.Range className="absolute h-full bg-ink" />
        </Radix.Track>
        <Radix.Thumb
          aria-labelledby={id}
          aria-valuetext={says}
          className="block h-[18px] w-[10px] cursor-grab rounded-sm border border-ink bg-raised pointer-coarse:h-7 pointer-coarse:w-5"
        />
      </Radix.Root>
      {children}
    </div>
  )
}
