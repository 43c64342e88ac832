import type { Rect } from '../../../core/sheet/rect.ts'

/** A zoom as d3 keeps it: screen pixels = k × pixels of the fitted whole + (x, y). */
export interface Zoom {
  k: number
  x: number
  y: number
}
interface Box {
  w: number
  h: number
}

/** How the whole, µm, is fitted into a box of pixels: pixels for a µm, and where it begins. */
export function fitted(whole: Rect, box: Box): { scale: number; left: number; top: number } {
  const scale = Math.min(box.w / whole.w, box.h / whole.h)
  return { scale, left: (box.w - whole.w * scale) / 2, top: (box.h - whole.h * scale) / 2 }
}

/** The part of the drawing, µm, that a box shows under a zoom; its shape is the box's. */
export function viewOf(zoom: Zoom, whole: Rect, box: Box): Rect {
  const { scale, left, top } = fitted(whole, box)
  const s = zoom.k * scale
  return { x: whole.x + (-zoom.x / zoom.k - left) / scale, y: whole.y + (-zoom.y / zoom.k - top) / scale, w: box.w / s, h: box.h / s }
}

/** The zoom that shows a part of the drawing as large as the box allows, in its middle. */
export function zoomTo(view: Rect, whole: Rect, box: Box): Zoom {
  const { scale, left, top } = fitted(whole, box)
  const k = Math.min(box.w / (view.w * scale), box.h / (view.h * scale))
  const cx = (view.x + view.w / 2 - whole.x) * scale + left
  const cy = (view.y + view.h / 2 - whole.y) * scale + top
  return { k, x: box.w / 2 - k * cx, y: box.h / 2 - k * cy }
}

/** How far to zoom so that a millimetre of the drawing is one on a display of `ppi` CSS pixels to an inch. */
export const trueSize = (ppi: number, whole: Rect, box: Box): number => ppi / 25_400 / fitted(whole, box).scale
