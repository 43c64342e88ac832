import type { D3DragEvent } from 'd3-drag'
import { useEffect, useRef, useState } from 'react'
import { fetched, whenIdle } from '../../ui/when-idle.ts'

interface Acts {
  onStart(): void
  /** The way from where it was taken, in the drawing's units; whether Alt is held. */
  onMove(dx: number, dy: number, free: boolean): void
  onEnd(): void
}
type Dragged = D3DragEvent<SVGGElement, unknown, unknown>

/**
 * Dragging an element of an SVG by pointer, pen or finger, in the units of its view box. Null takes it away; `ready` is
 * true from when it can be done.
 */
export function usePictureDrag(acts: Acts | null): { place: (element: SVGGElement | null) => void; ready: boolean } {
  const [ready, setReady] = useState(false)
  const [element, setElement] = useState<SVGGElement | null>(null)
  const latest = useRef(acts)
  latest.current = acts
  const draggable = acts !== null
  useEffect(() => {
    const svg = element?.ownerSVGElement
    if (!element || !svg || !draggable) return
    let gone = false
    let release: (() => void) | null = null
    // Fetched once there is a drawing to drag on.
    void whenIdle(300)
      .then(() => fetched(() => Promise.all([import('d3-drag'), import('d3-selection')])))
      .then(([{ drag }, { select }]) => {
        if (gone) return
        let from = { x: 0, y: 0 }
        const dragging = drag<SVGGElement, unknown>()
          .container(() => svg)
          .on('start', (event: Dragged) => {
            from = { x: event.x, y: event.y }
            element.focus({ preventScroll: true })
            latest.current?.onStart()
          })
          .on('drag', (event: Dragged) =>
            latest.current?.onMove(event.x - from.x, event.y - from.y, (event.sourceEvent as MouseEvent).altKey === true),
          )
          .on('end', () => latest.current?.onEnd())
        const selected = select(element).call(dragging)
        release = () => selected.on('.drag', null)
        setReady(true)
      })
    return () => {
      gone = true
      release?.()
      setReady(false)
    }
  }, [element, draggable])
  return { place: setElement, ready }
}
