import { Checkbox, Switch as RadixSwitch } from 'radix-ui'
import { type ReactNode, useId } from 'react'
import { Icon } from './icon.tsx'
import type { IconName } from './icons.ts'

interface Props {
  /** `mixed` where it is so for some of what it stands for, or not known yet. */
  checked: boolean | 'mixed'
  onChange(checked: boolean): void
  /** Its words, beside it. */
  children?: ReactNode
  /** Its name where no words stand beside it, or where they do not say enough. */
  label?: string | undefined
  /** What a mixed one shows: a line, or what it means where it stands. */
  mixed?: IconName | undefined
  disabled?: boolean | undefined
  className?: string | undefined
}

/** The box alone; pressing a mixed one ticks it. */
const Box = ({
  checked,
  onChange,
  label,
  mixed = 'mixed',
  disabled = false,
  id,
}: Omit<Props, 'children' | 'className'> & { id?: string }) => (
  <Checkbox.Root
    {...(id ? { id } : {})}
    className="tick"
    checked={checked === 'mixed' ? 'indeterminate' : checked}
    disabled={disabled}
    aria-label={label}
    onCheckedChange={(now) => onChange(now === true)}
  >
    <Checkbox.Indicator>
      <Icon of={checked === 'mixed' ? mixed : 'chosen'} size={13} />
    </Checkbox.Indicator>
  </Checkbox.Root>
)

/** A tick box with its words. */
export function Check({ children, className = '', ...box }: Props) {
  const id = useId()
  if (children === undefined)
    return (
      <span className={`tick-line ${className}`}>
        <Box {...box} />
      </span>
    )
  return (
    <div className={`tick-line items-start ${className}`}>
      <span className="flex min-h-hit items-center">
        <Box {...box} id={id} />
      </span>
      <label htmlFor={id} className="min-w-0 cursor-[inherit] py-0.5">
        {children}
      </label>
    </div>
  )
}

/** Something that is on or off at once, such as a way the screen behaves. */
export function Switch({
  checked,
  onChange,
  children,
  disabled = false,
  className = '',
}: Omit<Props, 'checked' | 'label' | 'mixed'> & { checked: boolean }) {
  const id = useId()
  return (
    <div className={`tick-line ${className}`}>
      <RadixSwitch.Root
        id={id}
        checked={checked}
        disabled={disabled}
        onCheckedChange={onChange}
        className="relative h-[18px] w-8 shrink-0 rounded-full border border-soft bg-raised data-[state=checked]:border-ink data-[state=checked]:bg-ink"
      >
        <RadixSwitch.Thumb className="block size-3 translate-x-0.5 rounded-full bg-soft transition-transform data-[state=checked]:translate-x-4 data-[state=checked]:bg-raised" />
      </RadixSwitch.Root>
      <label htmlFor={id} className="cursor-[inherit]">
        {children}
      </label>
    </div>
  )
}
