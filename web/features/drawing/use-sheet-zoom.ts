import { select } from 'd3-selection'
import { type D3ZoomEvent, type ZoomBehavior, zoom, zoomIdentity } from 'd3-zoom'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { Rect } from '../../../core/sheet/rect.ts'
import { mm } from '../../../core/things/length/length.ts'
import { trueSize, viewOf, zoomTo } from './view-of.ts'

/** Nothing closer is of use: a tenth of a millimetre is then as wide as a finger. */
const CLOSEST = mm(8)
const KEY_STEP = 1.5

/**
 * Zoom and pan of a drawing: by the wheel where the pointer is, by two fingers, by dragging the ground. `view` is the
 * part that is seen, µm, or null for the whole; `ground` goes on the element the drawing fills.
 */
export function useSheetZoom(whole: Rect | null) {
  const [ground, setGround] = useState<HTMLElement | null>(null)
  const [view, setView] = useState<Rect | null>(null)
  const behaviour = useRef<ZoomBehavior<HTMLElement, unknown> | null>(null)
  // Sheets of the same size are the same to the zoom.
  const [x, y, w, h] = [whole?.x ?? 0, whole?.y ?? 0, whole?.w ?? 0, whole?.h ?? 0]
  const area = useMemo(() => (w > 0 ? { x, y, w, h } : null), [x, y, w, h])
  useEffect(() => {
    if (!ground || !area) return
    const box = () => ({ w: ground.clientWidth, h: ground.clientHeight })
    const zooming = zoom<HTMLElement, unknown>()
      .filter((event: Event) => {
        // What lies over the drawing, and the picture on it, are taken by themselves.
        const at = event.target instanceof Element ? event.target : null
        if (at?.closest('[role=toolbar], button, a')) return false
        return event.type === 'wheel' || !at?.closest('[data-role=picture]')
      })
      .extent(() => [
        [0, 0],
        [ground.clientWidth, ground.clientHeight],
      ])
      .on('zoom', ({ transform }: D3ZoomEvent<HTMLElement, unknown>) => {
        const { k } = transform
        setView(Math.abs(k - 1) < 1e-6 ? null : viewOf(transform, area, box()))
      })
    const limit = () => {
      const b = box()
      if (b.w === 0) return
      const most = Math.max(2, b.h / (CLOSEST * Math.min(b.w / area.w, b.h / area.h)))
      zooming.scaleExtent([Math.min(1, trueSize(60, area, b)), most]).translateExtent([
        [0, 0],
        [b.w, b.h],
      ])
    }
    limit()
    behaviour.current = zooming
    const selected = select(ground)
    selected.call(zooming).on('dblclick.zoom', null)
    const sizes = new ResizeObserver(() => {
      limit()
      selected.call(zooming.transform, zoomIdentity)
    })
    sizes.observe(ground)
    return () => {
      sizes.disconnect()
      selected.on('.zoom', null)
      behaviour.current = null
    }
  }, [ground, area])
  const run = (change: (zooming: ZoomBehavior<HTMLElement, unknown>, at: HTMLElement, area: Rect) => void) => {
    if (behaviour.current && ground && area) change(behaviour.current, ground, area)
  }
  const box = (at: HTMLElement) => ({ w: at.clientWidth, h: at.clientHeight })
  return {
    ground: setGround,
    view,
    /** Shows a part of the sheet, µm; null shows the whole. */
    show: (part: Rect | null) =>
      run((zooming, at, area) => {
        const to = part && zoomTo(part, area, box(at))
        select(at).call(zooming.transform, to ? zoomIdentity.translate(to.x, to.y).scale(to.k) : zoomIdentity)
      }),
    /** One step closer, or back. */
    step: (closer: boolean) => run((zooming, at) => select(at).call(zooming.scaleBy, closer ? KEY_STEP : 1 / KEY_STEP)),
    /** As large as it is, on a display of so many pixels to an inch. */
    trueSize: (ppi: number) => run((zooming, at, area) => select(at).call(zooming.scaleTo, trueSize(ppi, area, box(at)))),
  }
}

export type SheetZoom = ReturnType<typeof useSheetZoom>
