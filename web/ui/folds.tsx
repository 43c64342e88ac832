import { Accordion } from 'radix-ui'
import type { ReactNode } from 'react'
import { MARK } from './fold.tsx'
import { Icon } from './icon.tsx'

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
