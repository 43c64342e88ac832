import { lazy, type ReactNode, Suspense, useState } from 'react'
import type { Layout } from '../../../core/sheet/layout.ts'
import type { Rect } from '../../../core/sheet/rect.ts'
import { mm } from '../../../core/things/length/length.ts'
import { useKey } from '../../keys/use-key.ts'
import { Button, IconButton } from '../../ui/button.tsx'
import { KeyHint } from '../../ui/key-hint.tsx'
import { usePpi } from '../display/display-ppi.ts'
import type { SheetZoom } from './use-sheet-zoom.ts'

// Only of use once one looks closely.
const MeasureDisplay = lazy(() => import('../display/measure-display.tsx').then((m) => ({ default: m.MeasureDisplay })))

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
const around = ({ sheet, visible }: Layout, [, fx, fy]: Place): Rect | null => {
  if (fx === 0.5 && fy === 0.5) return null
  const x = fx === 0.5 ? visible.x + visible.w / 2 : fx * sheet.w
  const y = fy === 0.5 ? visible.y + visible.h / 2 : fy * sheet.h
  return { x: x - CLOSE.w / 2, y: y - CLOSE.h / 2, ...CLOSE }
}

interface Props {
  layout: Layout
  zoom: SheetZoom
}

/** The ground a drawing lies on. What looks at it closely has room beside it, on a narrow screen above it, and covers nothing. */
export const ZoomGround = ({ layout, zoom, children }: Props & { children: ReactNode }) => (
  <>
    <div ref={zoom.ground} className={`absolute inset-0 touch-none max-sm:top-10 sm:right-30 ${zoom.view ? 'cursor-grab' : ''}`}>
      {children}
    </div>
    <ZoomCompass layout={layout} zoom={zoom} />
  </>
)

/** Nine small buttons in the shape of the sheet: press a corner or an edge to see tenths of a millimetre there. */
function ZoomCompass({ layout, zoom }: Props) {
  const { view } = zoom
  const { ppi, measured } = usePpi()
  const [at, setAt] = useState(4)
  const go = (index: number) => {
    setAt(index)
    zoom.show(around(layout, PLACES[index] as Place))
  }
  useKey('edge', () => go(ROUND[(ROUND.indexOf(at as 1) + 1) % ROUND.length] as number))
  return (
    <div className="absolute top-2 right-2 flex flex-col items-end gap-1 bg-bench/85 p-1" role="toolbar" aria-label="Look closely">
      <div className="grid grid-cols-3 gap-1 max-sm:hidden">
        {PLACES.map(([name], index) => {
          const here = view === null ? index === 4 : index === at && index !== 4
          return (
            <button
              key={name}
              type="button"
              title={name}
              aria-label={`Look at the ${name}`}
              aria-pressed={here}
              className={`h-hit w-7 border ${here ? 'border-ink bg-ink' : 'border-line bg-raised hover:border-ink'}`}
              onClick={() => go(index)}
            />
          )
        })}
      </div>
      <div className="flex items-center">
        <IconButton small icon="farther" label="Farther" onClick={() => zoom.step(false)} />
        <IconButton small icon="closer" label="Closer" onClick={() => zoom.step(true)} />
        <IconButton small icon="wholeSheet" label="Whole sheet" disabled={view === null} onClick={() => go(4)} />
        <Button
          kind="plain"
          small
          says={measured ? 'As large as it is' : 'About as large as it is: this display was not measured'}
          onClick={() => zoom.trueSize(ppi)}
        >
          1 : 1
        </Button>
      </div>
      {view ? (
        <Suspense>
          <MeasureDisplay />
        </Suspense>
      ) : (
        <span className="text-sm text-soft max-sm:hidden">
          look closely <KeyHint of="edge" />
        </span>
      )}
    </div>
  )
}
