import { Accordion, Collapsible } from 'radix-ui'
import type { ReactNode } from 'react'
import { Icon } from './icon.tsx'

const MARK = 'text-faint transition-transform in-data-[state=open]:rotate-90'

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

interface FoldsProps {
  folds: readonly { id: string; says: ReactNode; children: ReactNode }[]
  open: string[]
  onOpen(open: string[]): void
}

/** Several of them below each other. */
export const Folds = ({ folds, open, onOpen }: FoldsProps) => (
  <Accordion.Root type="multiple" value={open} onValueChange={onOpen} className="divide-y divide-hair border-y border-hair">
    {folds.map(({ id, says, children }) => (
      <Accordion.Item key={id} value={id}>
        <Accordion.Header>
          <Accordion.Trigger className="flex w-full min-h-8 items-center gap-1 py-1 text-left pointer-coarse:min-h-touch">
            <Icon of="sub" size={14} className={MARK} />
            {says}
          </Accordion.Trigger>
        </Accordion.Header>
        <Accordion.Content className="pb-2 pl-5">{children}</Accordion.Content>
      </Accordion.Item>
    ))}
  </Accordion.Root>
)
