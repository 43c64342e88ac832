import { ContextMenu, DropdownMenu } from 'radix-ui'
import type { ReactNode } from 'react'
import type { KeyId } from '../keys/registry.ts'
import { Icon } from './icon.tsx'
import type { IconName } from './icons.ts'
import { KeyHint } from './key-hint.tsx'

/** An act of a menu; `null` draws a line. */
export type MenuAct = { words: string; icon?: IconName; hint?: KeyId; disabled?: boolean; act(): void } | null

const Inside = ({ icon, words, hint }: { icon?: IconName | undefined; words: string; hint?: KeyId | undefined }) => (
  <>
    {icon && <Icon of={icon} />}
    <span className="flex-1 pr-4">{words}</span>
    {hint && <KeyHint of={hint} />}
  </>
)

const LINE = 'my-1 h-px bg-hair'
const BOX = 'over min-w-44 py-1'

/** Acts behind a button. */
export const Menu = ({ opener, acts }: { opener: ReactNode; acts: readonly MenuAct[] }) => (
  <DropdownMenu.Root>
    <DropdownMenu.Trigger asChild>{opener}</DropdownMenu.Trigger>
    <DropdownMenu.Portal>
      <DropdownMenu.Content align="end" sideOffset={2} collisionPadding={8} className={BOX}>
        {acts.map((act, i) =>
          act === null ? (
            // biome-ignore lint/suspicious/noArrayIndexKey: lines are known by their place
            <DropdownMenu.Separator key={i} className={LINE} />
          ) : (
            <DropdownMenu.Item key={act.words} className="over-item" disabled={act.disabled ?? false} onSelect={act.act}>
              <Inside {...act} />
            </DropdownMenu.Item>
          ),
        )}
      </DropdownMenu.Content>
    </DropdownMenu.Portal>
  </DropdownMenu.Root>
)

/** The same acts under the right button of the pointer, or a long press. They are never the only way. */
export const AtHand = ({ children, acts }: { children: ReactNode; acts: readonly MenuAct[] }) => (
  <ContextMenu.Root>
    <ContextMenu.Trigger asChild>{children}</ContextMenu.Trigger>
    <ContextMenu.Portal>
      <ContextMenu.Content collisionPadding={8} className={BOX}>
        {acts.map((act, i) =>
          act === null ? (
            // biome-ignore lint/suspicious/noArrayIndexKey: lines are known by their place
            <ContextMenu.Separator key={i} className={LINE} />
          ) : (
            <ContextMenu.Item key={act.words} className="over-item" disabled={act.disabled ?? false} onSelect={act.act}>
              <Inside {...act} />
            </ContextMenu.Item>
          ),
        )}
      </ContextMenu.Content>
    </ContextMenu.Portal>
  </ContextMenu.Root>
)
