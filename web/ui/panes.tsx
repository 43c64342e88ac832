import {
  createContext,
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
  use,
  useEffect,
  useMemo,
  useRef,
  useState,
  useSyncExternalStore,
} from 'react'

/** Wide enough for panes beside each other; below it they follow each other down the page. */
const WIDE = '(min-width: 64rem)'
const query = matchMedia(WIDE)
const watch = (told: () => void) => {
  query.addEventListener('change', told)
  return () => query.removeEventListener('change', told)
}
const useWide = () => useSyncExternalStore(watch, () => query.matches)

/** Widths by pane, px; a pane that is not named has its usual one. */
type Widths = Readonly<Record<string, number>>

interface Kept {
  wide: boolean
  widths: Widths
  /** Null gives a pane its usual width back. */
  set(id: string, width: number | null): void
}
const KeptContext = createContext<Kept>({ wide: false, widths: {}, set: () => undefined })

/** What this device keeps under a name; nothing where it cannot be read. */
function keptUnder(key: string): Widths {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(key) ?? '{}')
    const entries = Object.entries(read as object).filter(
      (entry): entry is [string, number] => typeof entry[1] === 'number' && entry[1] > 0,
    )
    return Object.fromEntries(entries)
  } catch {
    return {}
  }
}

interface PanesProps {
  /** Under which the widths are kept on this device. */
  name: string
  children: ReactNode
}

/**
 * Panes beside each other, with rules to drag between them; their widths are kept on this device. Our own: the library for it
 * weighed 15 kB in the first screen, for what is done here.
 */
export function Panes({ name, children }: PanesProps) {
  const wide = useWide()
  const key = `panes-${name}`
  const [widths, setWidths] = useState(() => keptUnder(key))
  const kept = useMemo(
    () => ({
      wide,
      widths,
      set: (id: string, width: number | null) =>
        setWidths((now) => {
          const { [id]: _, ...rest } = now
          const next = width === null ? rest : { ...rest, [id]: width }
          localStorage.setItem(key, JSON.stringify(next))
          return next
        }),
    }),
    [wide, widths, key],
  )
  return (
    <KeptContext value={kept}>
      <div className={`flex min-h-0 min-w-0 flex-1 ${wide ? '' : 'flex-col'}`}>{children}</div>
    </KeptContext>
  )
}

interface PaneProps {
  id: string
  /** Of a pane with a width of its own, px; the centre takes the rest. */
  size?: number
  least?: number
  most?: number
  className?: string
  /** Where it stands when panes follow each other. */
  narrowClass?: string
  children: ReactNode
}

const within = (width: number, least: number, most: number) => Math.round(Math.min(most, Math.max(least, width)))

/** One of the panes. */
export function Pane({ id, size, least = 200, most = 2000, className = '', narrowClass = '', children }: PaneProps) {
  const { wide, widths } = use(KeptContext)
  if (!wide) return <div className={`${narrowClass} ${className}`}>{children}</div>
  const width = size === undefined ? null : within(widths[id] ?? size, least, most)
  return (
    <div
      id={id}
      data-pane={id}
      data-sized={width === null ? undefined : ''}
      data-least={least}
      data-most={most}
      className={`overflow-hidden ${className}`}
      style={width === null ? { flex: '1 1 0', minWidth: 0 } : { flex: `0 1 ${width}px`, minWidth: Math.min(least, width) }}
    >
      {children}
    </div>
  )
}

/** How far an arrow key moves a rule, px; with Shift four times as far. */
const STEP = 16

/** The pane beside a rule that has a width of its own, and which way it grows. */
function besideRule(rule: Element): { pane: HTMLElement; grows: 1 | -1 } | null {
  const [before, after] = [rule.previousElementSibling, rule.nextElementSibling]
  const sized = (of: Element | null): of is HTMLElement => of instanceof HTMLElement && of.dataset.sized !== undefined
  return sized(before) ? { pane: before, grows: 1 } : sized(after) ? { pane: after, grows: -1 } : null
}

/** The rule between two panes: dragged, or moved with the arrow keys; pressed twice it gives the width back. */
export function PaneRule({ label }: { label: string }) {
  const { wide, widths, set } = use(KeptContext)
  const rule = useRef<HTMLDivElement>(null)
  const from = useRef<{ x: number; width: number } | null>(null)
  const [now, setNow] = useState({ width: 0, least: 0, most: 0 })
  // biome-ignore lint/correctness/useExhaustiveDependencies: measured again when a width has changed
  useEffect(() => {
    const beside = rule.current && besideRule(rule.current)
    if (beside)
      setNow({
        width: Math.round(beside.pane.getBoundingClientRect().width),
        least: Number(beside.pane.dataset.least),
        most: Number(beside.pane.dataset.most),
      })
  }, [widths, wide])
  if (!wide) return null
  const to = (width: number, of: HTMLElement) =>
    set(of.dataset.pane ?? '', within(width, Number(of.dataset.least), Number(of.dataset.most)))
  const onKeyDown = (e: KeyboardEvent<HTMLDivElement>) => {
    const beside = besideRule(e.currentTarget)
    const way = e.key === 'ArrowRight' ? 1 : e.key === 'ArrowLeft' ? -1 : 0
    if (!beside || way === 0) return
    e.preventDefault()
    to(beside.pane.getBoundingClientRect().width + way * beside.grows * STEP * (e.shiftKey ? 4 : 1), beside.pane)
  }
  const onPointerDown = (e: PointerEvent<HTMLDivElement>) => {
    const beside = besideRule(e.currentTarget)
    if (!beside || e.button !== 0) return
    e.currentTarget.setPointerCapture(e.pointerId)
    from.current = { x: e.clientX, width: beside.pane.getBoundingClientRect().width }
  }
  const onPointerMove = (e: PointerEvent<HTMLDivElement>) => {
    const beside = besideRule(e.currentTarget)
    if (from.current && beside) to(from.current.width + (e.clientX - from.current.x) * beside.grows, beside.pane)
  }
  const end = () => {
    from.current = null
  }
  return (
    <div
      ref={rule}
      role="separator"
      tabIndex={0}
      aria-label={label}
      aria-orientation="vertical"
      aria-valuenow={now.width}
      aria-valuemin={now.least}
      aria-valuemax={now.most}
      className="relative w-px shrink-0 cursor-col-resize touch-none bg-line outline-none after:absolute after:inset-y-0 after:-left-1 after:w-2 hover:bg-ink focus-visible:w-0.5 focus-visible:bg-act active:bg-ink"
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={end}
      onPointerCancel={end}
      onKeyDown={onKeyDown}
      onDoubleClick={(e) => {
        const beside = besideRule(e.currentTarget)
        if (beside) set(beside.pane.dataset.pane ?? '', null)
      }}
    />
  )
}
