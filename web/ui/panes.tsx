import { createContext, type ReactNode, use, useSyncExternalStore } from 'react'
import { Group, Panel, Separator, useDefaultLayout } from 'react-resizable-panels'

/** Wide enough for panes beside each other; below it they follow each other down the page. */
const WIDE = '(min-width: 64rem)'
const watch = (told: () => void) => {
  const query = matchMedia(WIDE)
  query.addEventListener('change', told)
  return () => query.removeEventListener('change', told)
}
const useWide = () => useSyncExternalStore(watch, () => matchMedia(WIDE).matches)

const Side = createContext(false)

interface PanesProps {
  /** Under which the sizes are kept on this device. */
  name: string
  /** Which panes there are just now, in their order: sizes are kept for each such set. */
  ids: readonly string[]
  children: ReactNode
}

/** Panes beside each other, with rules to drag between them; their sizes are kept on this device. */
export function Panes({ name, ids, children }: PanesProps) {
  const wide = useWide()
  const kept = useDefaultLayout({ id: `panes-${name}`, panelIds: [...ids], storage: localStorage })
  return (
    <Side value={wide}>
      {wide ? (
        <Group className="min-h-0 flex-1" {...kept}>
          {children}
        </Group>
      ) : (
        <div className="flex min-h-0 flex-1 flex-col">{children}</div>
      )}
    </Side>
  )
}

interface PaneProps {
  id: string
  /** Of a pane with a size of its own, px; the centre takes the rest. */
  size?: number
  least?: number
  most?: number
  className?: string
  /** Where it stands when panes follow each other. */
  narrowClass?: string
  children: ReactNode
}

/** One of the panes. */
export function Pane({ id, size, least = 200, most, className = '', narrowClass = '', children }: PaneProps) {
  if (!use(Side)) return <div className={`${narrowClass} ${className}`}>{children}</div>
  return (
    <Panel
      id={id}
      {...(size ? { defaultSize: `${size}px`, groupResizeBehavior: 'preserve-pixel-size' as const } : {})}
      minSize={`${least}px`}
      {...(most ? { maxSize: `${most}px` } : {})}
      className={className}
    >
      {children}
    </Panel>
  )
}

/** The rule between two panes: dragged, or moved with the arrow keys; pressed twice it gives the sizes back. */
export const PaneRule = ({ label }: { label: string }) =>
  use(Side) ? (
    <Separator
      aria-label={label}
      className="relative w-px bg-line outline-none after:absolute after:inset-y-0 after:-left-1 after:w-2 hover:bg-ink focus-visible:w-0.5 focus-visible:bg-act data-[separator=active]:bg-ink"
    />
  ) : null
