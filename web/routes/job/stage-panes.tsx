import { createContext, type ReactNode, use, useLayoutEffect, useMemo, useState } from 'react'
import { createPortal } from 'react-dom'
import { Pane, PaneRule, Panes } from '../../ui/panes.tsx'

interface Slot {
  at: HTMLElement | null
  /** Somebody has something to put there; calling what it returns gives the place back. */
  claim(): () => void
}
const SlotContext = createContext<Slot>({ at: null, claim: () => () => undefined })

/** Widths, px. */
const SPINE = { usual: 300, least: 220, most: 480, folded: 44 } as const
const ASIDE = { usual: 320, least: 260, most: 560 } as const

interface Props {
  spine: ReactNode
  folded: boolean
  /** On a narrow screen the stage fills it; the spine is not there. */
  alone: boolean
  /** The stage, which may put an `Aside` to its right. */
  children: ReactNode
}

/** Spine, stage and what the stage shows at its right: as wide as this device keeps them. */
export function StagePanes({ spine, folded, alone, children }: Props) {
  const [claims, setClaims] = useState(0)
  const [at, setAt] = useState<HTMLElement | null>(null)
  const slot = useMemo(
    () => ({
      at,
      claim: () => {
        setClaims((n) => n + 1)
        return () => setClaims((n) => n - 1)
      },
    }),
    [at],
  )
  const left = folded ? 'spine-folded' : 'spine'
  return (
    <Panes name="job">
      <Pane
        key={left}
        id={left}
        size={folded ? SPINE.folded : SPINE.usual}
        least={folded ? SPINE.folded : SPINE.least}
        most={folded ? SPINE.folded : SPINE.most}
        className="h-full"
        narrowClass={alone ? 'hidden' : 'order-last'}
      >
        {spine}
      </Pane>
      <PaneRule label="Width of the spine" />
      <Pane id="centre" least={400} className="h-full min-w-0">
        <SlotContext value={slot}>{children}</SlotContext>
      </Pane>
      {claims > 0 && (
        <>
          <PaneRule label="Width of the side" />
          <Pane id="aside" size={ASIDE.usual} least={ASIDE.least} most={ASIDE.most} className="h-full">
            <div ref={setAt} className="h-full min-h-0" />
          </Pane>
        </>
      )}
    </Panes>
  )
}

/** What a stage shows at its right. */
export function Aside({ label, children }: { label: string; children: ReactNode }) {
  const { at, claim } = use(SlotContext)
  // biome-ignore lint/correctness/useExhaustiveDependencies: claimed once, wherever it then is
  useLayoutEffect(claim, [])
  return at
    ? createPortal(
        <aside aria-label={label} className="h-full min-h-0 overflow-y-auto bg-paper max-lg:border-t max-lg:border-line">
          {children}
        </aside>,
        at,
      )
    : null
}
