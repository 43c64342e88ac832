import { Tooltip as Radix } from 'radix-ui'
import type { ReactNode } from 'react'
import type { KeyId } from '../keys/registry.ts'
import { KeyHint } from './key-hint.tsx'

interface Props {
  /** A few words; a control that has words of its own leaves them out. */
  says?: string | undefined
  /** The key that does the same. */
  hint?: KeyId | undefined
  children: ReactNode
}

/** What a control does and the key for it, shown when the pointer rests on it or the focus reaches it. */
export function Tooltip({ says, hint, children }: Props) {
  if (!says && !hint) return children
  return (
    <Radix.Root>
      <Radix.Trigger asChild>{children}</Radix.Trigger>
      <Radix.Portal>
        <Radix.Content sideOffset={4} collisionPadding={8} className="over flex max-w-72 items-center gap-2 px-2 py-1 text-sm">
          {says}
          {hint && <KeyHint of={hint} />}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  )
}

/** Around the whole application: tooltips follow each other without waiting again. */
export const Tooltips = ({ children }: { children: ReactNode }) => (
  <Radix.Provider delayDuration={500} skipDelayDuration={200} disableHoverableContent>
    {children}
  </Radix.Provider>
)
