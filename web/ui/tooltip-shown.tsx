import { Popover } from 'radix-ui'
import { useEffect, useId, useRef } from 'react'
import { KeyHint } from './key-hint.tsx'
import type { Tip } from './tip.ts'

/** The words beside an element, which is described by them while they are there. */
export default function TooltipShown({ at, says, hint }: Tip & { at: HTMLElement }) {
  const id = useId()
  const anchor = useRef(at)
  anchor.current = at
  useEffect(() => {
    const before = at.getAttribute('aria-describedby')
    at.setAttribute('aria-describedby', before ? `${before} ${id}` : id)
    return () => {
      if (before) at.setAttribute('aria-describedby', before)
      else at.removeAttribute('aria-describedby')
    }
  }, [at, id])
  return (
    <Popover.Root open>
      <Popover.Anchor virtualRef={anchor} />
      <Popover.Portal>
        <Popover.Content
          key={says ?? hint}
          id={id}
          role="tooltip"
          sideOffset={4}
          collisionPadding={8}
          className="over pointer-events-none flex max-w-72 items-center gap-2 px-2 py-1 text-sm"
          onOpenAutoFocus={(e) => e.preventDefault()}
          onCloseAutoFocus={(e) => e.preventDefault()}
          onFocusOutside={(e) => e.preventDefault()}
        >
          {says}
          {hint && <KeyHint of={hint} />}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
