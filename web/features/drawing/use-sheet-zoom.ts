import type { select } from 'd3-selection'
import type { D3ZoomEvent, ZoomBehavior, ZoomTransform } from 'd3-zoom'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { Rect } from '../../../core/sheet/rect.ts'
import { mm } from '../../../core/things/length/length.ts'
import { fetched, whenIdle } from '../../ui/when-idle.ts'
import { fitted, trueSize, viewOf, zoomTo } from './view-of.ts'

/** Nothing closer is of use: a tenth of a millimetre is then as wide as a finger. */
const CLOSEST = mm(8)
/** Nothing farther: a display of so few pixels to an inch shows a small sheet at its true size. */
const COARSEST_PPI = 60
const STEP = 1.5

interface Attached {
  select: typeof select
  zooming: ZoomBehavior<HTMLElement, unknown>
  identity: ZoomTransform
}

type Change = (is: Attached & { at: HTMLElement; area: Rect }) => void

const boxOf = (at: HTMLElement) => ({ w: at.clientWidth, h: at.clientHeight })

/**
 * Zoom and pan of a drawing: by the wheel where the pointer is, by two fingers, by dragging the ground. `view` is the
 * part that is seen, µm, or null for the whole; `ground` goes on the element the drawing fills.
 */
export function useSheetZoom(whole: Rect | null) {
  const [ground, setGround] = useState<HTMLElement | null>(null)
  const [view, setView] = useState<Rect | null>(null)
  const [attached, setAttached] = useState<Attached | null>(null)
  // Sheets of the same size are the same to the zoom.
  const [x, y, w, h] = [whole?.x ?? 0, whole?.y ?? 0, whole?.w ?? 0, whole?.h ?? 0]
  const area = useMemo(() => (w > 0 ? { x, y, w, h } : null), [x, y, w, h])
  const now = useRef({ area, view })
  now.current = { area, view }

  useEffect(() => {
    if (!ground) return
    let gone = false
    let release: (() => void) | null = null
    // Fetched once the drawing is there to be looked at.
    void whenIdle(300)
      .then(() => fetched(() => Promise.all([import('d3-zoom'), import('d3-selection')])))
      .then(([{ zoom, zoomIdentity }, { select }]) => {
        if (gone) return
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
            const { area } = now.current
            const seen = !area || Math.abs(transform.k - 1) < 1e-6 ? null : viewOf(transform, area, boxOf(ground))
            // At once, not with the next drawing: the ground may be given another size before it, and must be fitted to this.
            now.current.view = seen
            setView(seen)
          })
        select(ground).call(zooming).on('dblclick.zoom', null)
        release = () => select(ground).on('.zoom', null)
        setAttached({ select, zooming, identity: zoomIdentity })
      })
    return () => {
      gone = true
      release?.()
      setAttached(null)
    }
  }, [ground])

  // The sheet or its place on the screen has another size: what was looked at is looked at still.
  useEffect(() => {
    if (!ground || !area || !attached) return
    const { select, zooming, identity } = attached
    const refit = () => {
      const box = boxOf(ground)
      if (box.w === 0) return
      const { scale } = fitted(area, box)
      zooming.scaleExtent([Math.min(1, trueSize(COARSEST_PPI, area, box)), Math.max(2, box.h / (CLOSEST * scale))]).translateExtent([
        [0, 0],
        [box.w, box.h],
      ])
      const to = now.current.view && zoomTo(now.current.view, area, box)
      select(ground).call(zooming.transform, to ? identity.translate(to.x, to.y).scale(to.k) : identity)
    }
    refit()
    let last = boxOf(ground)
    const sizes = new ResizeObserver(() => {
      const box = boxOf(ground)
      if (box.w === last.w && box.h === last.h) return
      last = box
      refit()
    })
    sizes.observe(ground)
    return () => sizes.disconnect()
  }, [ground, area, attached])

  // What is pressed before it can be done is done as soon as it can.
  const asked = useRef<Change | null>(null)
  const run = (change: Change) => {
    if (attached && ground && area) change({ ...attached, at: ground, area })
    else asked.current = change
  }
  useEffect(() => {
    if (!attached || !ground || !area || !asked.current) return
    asked.current({ ...attached, at: ground, area })
    asked.current = null
  }, [attached, ground, area])
  return {
    ground: setGround,
    view,
    /** Shows a part of the sheet, µm; null shows the whole. */
    show: (part: Rect | null) =>
      run(({ select, zooming, identity, at, area }) => {
        const to = part && zoomTo(part, area, boxOf(at))
        select(at).call(zooming.transform, to ? identity.translate(to.x, to.y).scale(to.k) : identity)
      }),
    /** One step closer, or back. */
    step: (closer: boolean) => run(({ select, zooming, at }) => select(at).call(zooming.scaleBy, closer ? STEP : 1 / STEP)),
    /** As large as it is, on a display of so many pixels to an inch. */
    trueSize: (ppi: number) => run(({ select, zooming, at, area }) => select(at).call(zooming.scaleTo, trueSize(ppi, area, boxOf(at)))),
  }
}

export type SheetZoom = ReturnType<typeof useSheetZoom>
