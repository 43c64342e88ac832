import { Collapsible } from 'radix-ui'
import type { ReactNode } from 'react'
import { Icon } from './icon.tsx'

/** The mark that turns when it opens. */
export const MARK = 'text-faint transition-transform in-data-[state=open]:rotate-90'

/** One sentence that opens in place. */
export const Fold = ({ says, children, className = '' }: { says: ReactNode; children: ReactNode; className?: string }) => (
  <Collapsible.Root className={className}>
    <Collapsible.Trigger className="flex min-h-hit items-center gap-1 text-left text-sm text-soft hover:text-ink pointer-coarse:min-h-touch">
      <Icon of="sub" size={14} className={MARK} />
      {says}
    </Collapsible.Trigger>
    <Collapsible.Content>{children}</Collapsible.Content>
  </Collapsible.Root>
)
