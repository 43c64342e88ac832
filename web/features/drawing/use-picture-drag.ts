import { type D3DragEvent, drag } from 'd3-drag'
import { select } from 'd3-selection'
import { useEffect, useRef, useState } from 'react'

interface Acts {
  onStart(): void
  /** The way from where it was taken, in the drawing's units; whether Alt is held. */
  onMove(dx: number, dy: number, free: boolean): void
  onEnd(): void
}

/** Dragging an element of an SVG by pointer, pen or finger, in the units of its view box. Null takes it away. */
export function usePictureDrag(acts: Acts | null) {
  const [element, setElement] = useState<SVGGElement | null>(null)
  const latest = useRef(acts)
  latest.current = acts
  const draggable = acts !== null
  useEffect(() => {
    const svg = element?.ownerSVGElement
    if (!element || !svg || !draggable) return
    let from = { x: 0, y: 0 }
    const dragging = drag<SVGGElement, unknown>()
      .container(() => svg)
      .on('start', (event: D3DragEvent<SVGGElement, unknown, unknown>) => {
        from = { x: event.x, y: event.y }
        element.focus({ preventScroll: true })
        latest.current?.onStart()
      })
      .on('drag', (event: D3DragEvent<SVGGElement, unknown, unknown>) =>
        latest.current?.onMove(event.x - from.x, event.y - from.y, (event.sourceEvent as MouseEvent).altKey === true),
      )
      .on('end', () => latest.current?.onEnd())
    const selected = select(element)
    selected.call(dragging)
    return () => {
      selected.on('.drag', null)
    }
  }, [element, draggable])
  return setElement
}
