import type { D3ZoomEvent, ZoomBehavior, ZoomTransform } from 'd3-zoom'
import { useEffect, useRef, useState } from 'react'
import { fetched, whenIdle } from '../../ui/when-idle.ts'

/** What is looked at of a picture: how close, and what lies in the middle, as shares of it. */
export interface View {
  zoom: number
  x: number
  y: number
}

/** The whole picture lies in its pane: nothing beyond its edges is shown. */
export const within = (at: number, zoom: number): number => Math.min(1 - 0.5 / zoom, Math.max(0.5 / zoom, at))

/** The view of a pane of this size under d3's transform, and the transform that shows a view. */
export const viewAt = ({ k, x, y }: { k: number; x: number; y: number }, w: number, h: number): View => ({
  zoom: k,
  x: (w / 2 - x) / (k * w),
  y: (h / 2 - y) / (k * h),
})
export const transformAt = ({ zoom, x, y }: View, w: number, h: number): { k: number; x: number; y: number } => ({
  k: zoom,
  x: w / 2 - x * zoom * w,
  y: h / 2 - y * zoom * h,
})

/**
 * Zooms a pane where the pointer is and moves it with the hand. Several panes show one view: what one of them does is
 * told by `onView`, and each is brought to the view there is.
 */
export function usePaneZoom(view: View, closest: number, onView: (view: View) => void): (pane: HTMLElement | null) => void {
  const [pane, setPane] = useState<HTMLElement | null>(null)
  const [zooming, setZooming] = useState<{ behaviour: ZoomBehavior<HTMLElement, unknown>; identity: ZoomTransform } | null>(null)
  const told = useRef(onView)
  told.current = onView
  useEffect(() => {
    if (!pane) return
    let gone = false
    let release: (() => void) | null = null
    void whenIdle(300)
      .then(() => fetched(() => Promise.all([import('d3-zoom'), import('d3-selection')])))
      .then(([{ zoom, zoomIdentity }, { select }]) => {
        if (gone) return
        const behaviour = zoom<HTMLElement, unknown>()
          .scaleExtent([1, closest])
          .extent(() => [
            [0, 0],
            [pane.clientWidth, pane.clientHeight],
          ])
          .on('zoom', ({ transform, sourceEvent }: D3ZoomEvent<HTMLElement, unknown>) => {
            if (sourceEvent) told.current(viewAt(transform, pane.clientWidth, pane.clientHeight))
          })
        // Pinned to the picture's edges, whatever size the pane has then.
        behaviour.constrain((transform) => {
          const { zoom: k, x, y } = viewAt(transform, pane.clientWidth, pane.clientHeight)
          const to = transformAt({ zoom: k, x: within(x, k), y: within(y, k) }, pane.clientWidth, pane.clientHeight)
          return zoomIdentity.translate(to.x, to.y).scale(to.k)
        })
        select(pane).call(behaviour).on('dblclick.zoom', null)
        release = () => select(pane).on('.zoom', null)
        setZooming({ behaviour, identity: zoomIdentity })
      })
    return () => {
      gone = true
      release?.()
      setZooming(null)
    }
  }, [pane, closest])
  useEffect(() => {
    if (!pane || !zooming) return
    const to = transformAt(view, pane.clientWidth, pane.clientHeight)
    // d3 keeps the transform of an element on the element: brought up to date without an event of its own.
    Object.assign(pane, { __zoom: zooming.identity.translate(to.x, to.y).scale(to.k) })
  }, [pane, zooming, view])
  return setPane
}
