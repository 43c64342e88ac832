import { lazy, Suspense, useCallback, useMemo, useRef, useState } from 'react'
import type { Drawing } from '../../../core/output/drawing/drawing.ts'
import { guideMark, snapMarks } from '../../../core/output/drawing/make-marks.ts'
import { drawSheet } from '../../../core/output/drawing/sheet-drawing.ts'
import { placementPin } from '../../../core/plate/decisions/placement.ts'
import { formOf, type Plate } from '../../../core/plate/resolve/plate.ts'
import { laidPlaces, type Picked, shifted } from '../../../core/sheet/arrange/places.ts'
import { croppedBy } from '../../../core/sheet/crop-by.ts'
import type { Rect } from '../../../core/sheet/rect.ts'
import type { SnapLine } from '../../../core/sheet/snap.ts'
import type { Free } from '../../../core/things/brief/arrangement.ts'
import { itemById } from '../../../core/things/brief/brief.ts'
import type { Item } from '../../../core/things/brief/item.ts'
import { mirrored } from '../../../core/things/brief/make.ts'
import { withSwapped } from '../../../core/things/brief/order-items.ts'
import { fetched, whenIdle } from '../../ui/when-idle.ts'
import { SheetSvg, type Shifted } from '../drawing/sheet-svg.tsx'
import { useSheetZoom } from '../drawing/use-sheet-zoom.ts'
import { ZoomGround } from '../drawing/zoom-compass.tsx'
import { previewUrl } from '../picture/preview-url.ts'
import type { JobEditor } from '../plate/job-editor.ts'
import type { Drags } from './drag-choice.tsx'

// Taking files comes after the drawing.
const SheetDrop = lazy(() => whenIdle().then(() => fetched(() => import('../items/sheet-drop.tsx'))))

const DragChoice = lazy(() => import('./drag-choice.tsx').then((m) => ({ default: m.DragChoice })))

/** More pictures than this on a sheet are small there, and are drawn from small ones. */
const MANY = 9

interface Props {
  plate: Plate
  editor: JobEditor
  /** Id of the form that is drawn. */
  form: string
  /** Chosen pictures: places of a layout by hand, else by where they stand on the form. */
  picked: Picked
  onPick(picked: Picked): void
  onLook(item: string): void
}

/**
 * The front, live: drag with snapping, nudge by keys, zoom to an edge. Of several pictures each is taken by itself, or those
 * that are chosen together; in a cell the picture itself can be pushed about.
 */
export function DrawnSheet({ plate, editor, form, picked, onPick, onLook }: Props) {
  const { brief } = editor.draft
  const { arrangement } = brief
  /** The drawing as it was when a picture was taken: its scale stays until it is let go. */
  const [still, setStill] = useState<Drawing | null>(null)
  const whole = useMemo(() => drawSheet(plate, brief.unit, { form, empty: true, still }), [plate, brief.unit, form, still])
  const zoom = useSheetZoom(whole?.bounds ?? null)
  const { view } = zoom
  const [snaps, setSnaps] = useState<readonly SnapLine[]>([])
  /** Pictures laid by hand are moved on the drawing alone until they are let go: working all of it out takes longer than a frame. */
  const [shift, setShift] = useState<Shifted | null>(null)
  const [drags, setDrags] = useState<Drags>('places')
  /** What a drag began with: the drawing moves on under it. */
  const taken = useRef<{ at: number; lies: Rect; places: Picked; free: Free | null; cropAt: Item['cropAt'] } | null>(null)
  const drawing = useMemo(
    () => (view ? drawSheet(plate, brief.unit, { view, form, empty: true }) : whole),
    [plate, brief.unit, view, form, whole],
  )
  const of = useMemo(() => formOf(plate, form), [plate, form])
  const free = arrangement.as === 'free' ? arrangement : null
  const guides = free?.guides
  const over = useMemo(
    () =>
      drawing && of
        ? [...(guides ?? []).map((guide) => guideMark(guide, of.layout.sheet)), ...snapMarks(snaps, of.layout.frame, drawing.textSize)]
        : [],
    [drawing, of, snaps, guides],
  )
  const places = free?.places ?? null
  const { items } = brief
  /** Of each picture the place it lies in; where none are laid by hand, itself. */
  const laid = useMemo(() => (places ? laidPlaces(places, items) : (of?.form.placements ?? []).map((_, at) => at)), [places, items, of])
  const chosen = useMemo(() => new Set(laid.flatMap((place, at) => (picked.has(place) ? [at] : []))), [laid, picked])
  const many = (of?.form.placements.length ?? 0) > MANY
  const picture = useCallback((id: string) => previewUrl({ items }, id, many ? 640 : null), [items, many])
  if (!drawing || !of) return null
  const { layout } = of
  const { placements } = of.form
  const cells = arrangement.as === 'grid'
  // What is cropped to a cell or a place can be pushed about in it.
  const cropped = (cells || free) && !mirrored(brief.make) && placements.some(({ crop }) => crop && (crop.w < 1 || crop.h < 1))
  const crops = cropped && drags === 'crops'
  /** Where what is dragged lies: one picture of a layout by hand, or all of them together. */
  const liesAt = (at: number): Rect => (free ? (placements[at]?.face ?? layout.picture) : layout.picture)
  const place = (x: number, y: number, how: 'preview' | 'pin') => editor[how]({ placement: placementPin(x, y) })
  const push = (at: number, from: Item['cropAt'], dx: number, dy: number, how: 'previewItem' | 'item') => {
    const lies = placements[at]
    if (!lies?.crop) return
    const cropAt = croppedBy({ ...lies, crop: lies.crop }, from, dx, dy)
    if (how === 'item') editor.item({ cropAt }, {}, lies.item)
    else editor.previewItem({ cropAt }, lies.item)
  }
  const cropOf = (at: number): Item['cropAt'] => itemById(brief, placements[at]?.item ?? '')?.cropAt ?? { x: 0.5, y: 0.5 }
  /** By keys, the picture that has the focus; with those that are chosen where it is one of them. */
  const nudge = (dx: number, dy: number, at: number) => {
    if (crops) return push(at, cropOf(at), dx, dy, 'item')
    const mine = laid[at] as number
    const from = liesAt(at)
    // A nudge through zero on a tenth of a millimetre stays on the ruler's marks.
    const to = { x: Math.round((from.x + dx) / 100) * 100, y: Math.round((from.y + dy) / 100) * 100 }
    if (free) {
      const places = shifted(free.places, picked.has(mine) ? picked : new Set([mine]), to.x - from.x, to.y - from.y)
      editor.brief({ arrangement: { ...free, places } })
    } else if (!cells) place(to.x, to.y, 'pin')
  }
  const start = (at: number) => {
    const mine = laid[at] as number
    setStill(whole)
    taken.current = { at, free, lies: liesAt(at), places: picked.has(mine) ? picked : new Set([mine]), cropAt: cropOf(at) }
  }
  return (
    <ZoomGround layout={layout} zoom={zoom}>
      <SheetSvg
        drawing={drawing}
        over={over}
        shifted={shift}
        className="absolute inset-0 h-full w-full touch-none select-none"
        picture={picture}
        chosen={placements.length > 1 ? chosen : null}
        onChoose={(at, more) => {
          const mine = laid[at] as number
          if (more) onPick(new Set(picked.has(mine) ? [...picked].filter((one) => one !== mine) : [...picked, mine]))
          // Of several that are chosen one is taken to move them all.
          else if (!picked.has(mine)) onPick(new Set([mine]))
          const item = placements[at]?.item
          if (item) onLook(item)
        }}
        onDragStart={start}
        onDrag={(dx, dy, reach, loose, snap) => {
          const from = taken.current
          if (!from) return
          if (crops) return push(from.at, from.cropAt, dx, dy, 'previewItem')
          // Cells change places; they are not moved by themselves.
          if (cells) return
          const to = { ...from.lies, x: from.lies.x + dx, y: from.lies.y + dy }
          const others = free ? placements.flatMap((p, i) => (from.places.has(laid[i] as number) ? [] : [p.face])) : []
          const snapped = loose ? { rect: to, lines: [] } : snap(to, layout.frame, layout.printable, reach, others, guides)
          setSnaps(snapped.lines)
          const { rect } = snapped
          if (!from.free) return place(rect.x, rect.y, 'preview')
          const at = new Set(laid.flatMap((place, i) => (from.places.has(place) ? [i] : [])))
          setShift({ at, dx: rect.x - from.lies.x, dy: rect.y - from.lies.y })
        }}
        onDrop={(over) => {
          setSnaps([])
          setShift(null)
          setStill(null)
          const from = taken.current
          if (shift && from?.free) {
            const places = shifted(from.free.places, from.places, shift.dx, shift.dy)
            return editor.brief({ arrangement: { ...from.free, places } })
          }
          const [a, b] = [placements[taken.current?.at ?? -1]?.item, over === null ? undefined : placements[over]?.item]
          if (cells && !crops && a && b && a !== b) editor.items((now) => withSwapped(now, a, b))
          else editor.commit()
        }}
        onNudge={nudge}
        onPlace={(at) => onPick(new Set([at]))}
      />
      <Suspense>
        <SheetDrop editor={editor} form={of.form} />
      </Suspense>
      <div className="absolute bottom-2 left-full ml-1 w-28 text-sm text-soft max-sm:hidden">
        {cells && placements.length > 1 && !crops && <p>Drag a picture onto another: they change places.</p>}
        {free && placements.length > 1 && !crops && <p>Shift chooses several; they move together.</p>}
        {crops && <p>Drag a picture to choose what of it is seen.</p>}
        {cropped && (
          <Suspense>
            <DragChoice value={drags} cells={cells} onChange={setDrags} />
          </Suspense>
        )}
      </div>
    </ZoomGround>
  )
}
