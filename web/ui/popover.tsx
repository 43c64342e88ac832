import { Popover as Radix } from 'radix-ui'
import type { ReactNode } from 'react'

interface Props {
  /** What opens it: a button. */
  opener: ReactNode
  label: string
  children: ReactNode
  open?: boolean | undefined
  onOpen?: ((open: boolean) => void) | undefined
  align?: 'start' | 'end'
}

/** Something small beside what opened it. */
export const Popover = ({ opener, label, children, open, onOpen, align = 'start' }: Props) => (
  <Radix.Root {...(open === undefined ? {} : { open })} {...(onOpen ? { onOpenChange: onOpen } : {})}>
    <Radix.Trigger asChild>{opener}</Radix.Trigger>
    <Radix.Portal>
      <Radix.Content
        aria-label={label}
        align={align}
        sideOffset={4}
        collisionPadding={8}
        className="over max-h-(--radix-popover-content-available-height) max-w-[94vw] overflow-auto p-3"
      >
        {children}
      </Radix.Content>
    </Radix.Portal>
  </Radix.Root>
)
