import { useState } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import type { Layout } from '../../../core/sheet/layout.ts'
import type { Rect } from '../../../core/sheet/rect.ts'
import { mm } from '../../../core/things/length/length.ts'

/** Where one can look closely: the corners and edges of the sheet, named by column and row. */
const PLACES = [
  ['leading left corner', 0, 0],
  ['leading edge', 0.5, 0],
  ['leading right corner', 1, 0],
  ['left edge', 0, 0.5],
  ['whole sheet', 0.5, 0.5],
  ['right edge', 1, 0.5],
  ['trailing left corner', 0, 1],
  ['trailing edge', 0.5, 1],
  ['trailing right corner', 1, 1],
] as const
type Place = (typeof PLACES)[number]

/** The edges in turn, for the key that goes round them. */
const ROUND = [1, 5, 7, 3, 4] as const

/** What is seen closely: 36 × 24 mm, in which a tenth of a millimetre is two or three pixels. */
const CLOSE = { w: mm(36), h: mm(24) }
const WHEEL_STEP = 0.82
const CLOSEST = mm(8)

/** The part of a sheet that is looked at; null for the whole. */
export function useZoom() {
  const [view, setView] = useState<Rect | null>(null)
  return { view, setView }
}

const around = ({ sheet, visible }: Layout, [, fx, fy]: Place): Rect | null => {
  if (fx === 0.5 && fy === 0.5) return null
  const x = fx === 0.5 ? visible.x + visible.w / 2 : fx * sheet.w
  const y = fy === 0.5 ? visible.y + visible.h / 2 : fy * sheet.h
  return { x: x - CLOSE.w / 2, y: y - CLOSE.h / 2, ...CLOSE }
}

/** A view grown to the shape (w/h) of the ground it is shown on, about its middle. */
export function filled(view: Rect, shape: number): Rect {
  const w = Math.max(view.w, view.h * shape)
  const h = Math.max(view.h, view.w / shape)
  return { x: view.x - (w - view.w) / 2, y: view.y - (h - view.h) / 2, w, h }
}

/** The view after a turn of the wheel at a point of the sheet, µm. */
export function wheeled(view: Rect | null, whole: Rect, at: { x: number; y: number }, closer: boolean): Rect | null {
  const now = view ?? whole
  const by = closer ? WHEEL_STEP : 1 / WHEEL_STEP
  const next = { x: at.x - (at.x - now.x) * by, y: at.y - (at.y - now.y) * by, w: now.w * by, h: now.h * by }
  if (next.h < CLOSEST) return now
  return next.w >= whole.w ? null : next
}

interface Props {
  layout: Layout
  view: Rect | null
  onView(view: Rect | null): void
}

/** Nine small buttons in the shape of the sheet: press a corner or an edge to see tenths of a millimetre there. */
export function ZoomCompass({ layout, view, onView }: Props) {
  const [at, setAt] = useState(4)
  const go = (index: number) => {
    setAt(index)
    onView(around(layout, PLACES[index] as Place))
  }
  useHotkeys('e', () => go(ROUND[(ROUND.indexOf(at as 1) + 1) % ROUND.length] as number), [at, layout])
  return (
    <div className="absolute top-2 right-2 flex flex-col items-end gap-1 bg-bench/85 p-1" role="toolbar" aria-label="Look closely">
      <div className="grid grid-cols-3 gap-[3px]">
        {PLACES.map(([name], index) => {
          const here = view === null ? index === 4 : index === at && index !== 4
          return (
            <button
              key={name}
              type="button"
              title={name}
              aria-label={`Look at the ${name}`}
              aria-pressed={here}
              className={`h-4 w-5 border ${here ? 'border-ink bg-ink' : 'border-line bg-raised hover:border-ink'}`}
              onClick={() => go(index)}
            />
          )
        })}
      </div>
      <span className="text-sm text-soft">
        {view ? (
          <button type="button" className="link" onClick={() => go(4)}>
            whole sheet
          </button>
        ) : (
          <>
            look closely <span className="kbd">e</span>
          </>
        )}
      </span>
    </div>
  )
}
