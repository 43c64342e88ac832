import { ScrollArea as Radix } from 'radix-ui'
import type { ReactNode } from 'react'

/** A part that scrolls by itself, with a bar as thin as a rule; the keyboard reaches it. */
export const ScrollArea = ({ children, label, className = '' }: { children: ReactNode; label: string; className?: string }) => (
  <Radix.Root className={`overflow-hidden ${className}`}>
    <Radix.Viewport className="size-full" tabIndex={0} role="region" aria-label={label}>
      {children}
    </Radix.Viewport>
    {(['vertical', 'horizontal'] as const).map((orientation) => (
      <Radix.Scrollbar
        key={orientation}
        orientation={orientation}
        className="flex touch-none p-px select-none data-[orientation=horizontal]:h-2 data-[orientation=horizontal]:flex-col data-[orientation=vertical]:w-2"
      >
        <Radix.Thumb className="relative flex-1 rounded-full bg-line" />
      </Radix.Scrollbar>
    ))}
  </Radix.Root>
)
