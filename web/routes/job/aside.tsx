import { createContext, type ReactNode, use, useLayoutEffect, useState } from 'react'
import { createPortal } from 'react-dom'

interface Slot {
  at: HTMLElement | null
  /** Somebody has something to put there; calling what it returns gives the place back. */
  claim(): () => void
}
const SlotContext = createContext<Slot>({ at: null, claim: () => () => undefined })

/** The pane at the right of a stage: there while the stage has something to put into it. */
export function useAsideSlot() {
  const [claims, setClaims] = useState(0)
  const [at, setAt] = useState<HTMLElement | null>(null)
  const [slot] = useState(() => ({
    claim: () => {
      setClaims((n) => n + 1)
      return () => setClaims((n) => n - 1)
    },
  }))
  return { open: claims > 0, place: setAt, slot: { at, ...slot } }
}

export const AsideProvider = ({ slot, children }: { slot: Slot; children: ReactNode }) => <SlotContext value={slot}>{children}</SlotContext>

/** What a stage shows at its right, as wide as this device keeps it. */
export function Aside({ label, children }: { label: string; children: ReactNode }) {
  const { at, claim } = use(SlotContext)
  useLayoutEffect(claim, [claim])
  return at
    ? createPortal(
        <aside aria-label={label} className="h-full min-h-0 overflow-y-auto bg-paper max-lg:border-t max-lg:border-line">
          {children}
        </aside>,
        at,
      )
    : null
}
