import type { D3DragEvent } from 'd3-drag'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { snap } from '../../../core/sheet/snap.ts'
import { fetched, whenIdle } from '../../ui/when-idle.ts'

/** Lets what is dragged catch at edges and middles; fetched with what drags. */
export type Snap = typeof snap

interface Acts {
  /** The picture that was taken, by its place in the drawing; whether Shift is held. */
  onStart(at: number, more: boolean): void
  /** The way from where it was taken, in the drawing's units; whether Alt is held. */
  onMove(dx: number, dy: number, free: boolean, snap: Snap): void
  /** The other picture it was let go over, or null. */
  onEnd(over: number | null): void
}
type Dragged = D3DragEvent<SVGSVGElement, unknown, unknown>

/** Which picture an event is about, or null. */
const pictureAt = (target: EventTarget | null): number | null => {
  const at = target instanceof Element ? target.closest('[data-role="picture"]')?.getAttribute('data-at') : null
  return at == null ? null : Number(at)
}

/**
 * Dragging the pictures of an SVG by pointer, pen or finger, in the units of its view box. Null takes it away; `ready` is
 * true from when it can be done. `place` is given any element of the drawing.
 */
export function usePictureDrag(acts: Acts | null): { place: (element: SVGGElement | null) => void; ready: boolean } {
  const [ready, setReady] = useState(false)
  const [svg, setSvg] = useState<SVGSVGElement | null>(null)
  const latest = useRef(acts)
  latest.current = acts
  const draggable = acts !== null
  useEffect(() => {
    if (!svg || !draggable) return
    let gone = false
    let release: (() => void) | null = null
    // Fetched once there is a drawing to drag on.
    void whenIdle(300)
      .then(() => fetched(() => Promise.all([import('d3-drag'), import('d3-selection'), import('../../../core/sheet/snap.ts')])))
      .then(([{ drag }, { select }, { snap }]) => {
        if (gone) return
        let from = { x: 0, y: 0 }
        let taken = 0
        const dragging = drag<SVGSVGElement, unknown>()
          .container(() => svg)
          // Anything beside a picture belongs to who moves the whole drawing.
          .filter((event: MouseEvent) => !event.ctrlKey && !event.button && pictureAt(event.target) !== null)
          .on('start', (event: Dragged) => {
            from = { x: event.x, y: event.y }
            const { target, shiftKey } = event.sourceEvent as MouseEvent
            taken = pictureAt(target) ?? 0
            svg.querySelector<SVGGElement>(`[data-role="picture"][data-at="${taken}"]`)?.focus({ preventScroll: true })
            latest.current?.onStart(taken, shiftKey === true)
          })
          .on('drag', (event: Dragged) =>
            latest.current?.onMove(event.x - from.x, event.y - from.y, (event.sourceEvent as MouseEvent).altKey === true, snap),
          )
          .on('end', (event: Dragged) => {
            const { clientX, clientY } = event.sourceEvent as MouseEvent
            const under = Number.isFinite(clientX) ? document.elementsFromPoint(clientX, clientY).map(pictureAt) : []
            latest.current?.onEnd(under.find((at) => at !== null && at !== taken) ?? null)
          })
        const selected = select(svg).call(dragging)
        release = () => selected.on('.drag', null)
        setReady(true)
      })
    return () => {
      gone = true
      release?.()
      setReady(false)
    }
  }, [svg, draggable])
  const place = useCallback((element: SVGGElement | null) => {
    if (element?.ownerSVGElement) setSvg(element.ownerSVGElement)
  }, [])
  return { place, ready }
}
