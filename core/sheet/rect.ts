import { z } from 'zod'
import type { Edges } from '../things/paths/path.ts'

/**
 * A rectangle in the frame of the sheet as it travels: origin at the leading left corner of the true sheet,
 * x to the right across the feed, y towards the trailing edge. Micrometres.
 */
export const RectSchema = z.object({ x: z.number(), y: z.number(), w: z.number(), h: z.number() })
export type Rect = z.infer<typeof RectSchema>

export const intersect = (a: Rect, b: Rect): Rect => {
  const x = Math.max(a.x, b.x)
  const y = Math.max(a.y, b.y)
  return { x, y, w: Math.max(0, Math.min(a.x + a.w, b.x + b.w) - x), h: Math.max(0, Math.min(a.y + a.h, b.y + b.h) - y) }
}

/** Moves every edge inwards by its own amount; negative amounts move it outwards. Never below zero size. */
export const inset = (r: Rect, by: Edges): Rect => ({
  x: r.x + by.left,
  y: r.y + by.leading,
  w: Math.max(0, r.w - by.left - by.right),
  h: Math.max(0, r.h - by.leading - by.trailing),
})

/** How far each edge of `inner` lies inside the same edge of `outer`; negative where it lies outside. */
export const gaps = (outer: Rect, inner: Rect): Edges => ({
  leading: inner.y - outer.y,
  trailing: outer.y + outer.h - inner.y - inner.h,
  left: inner.x - outer.x,
  right: outer.x + outer.w - inner.x - inner.w,
})

export const area = (r: Rect): number => r.w * r.h

/** Whether two rectangles share any area; touching is not sharing. */
export const overlaps = (a: Rect, b: Rect): boolean => a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h

/** Whether all of the second lies in the first, its edges on those of the first included. */
export const holds = (a: Rect, b: Rect): boolean => b.x >= a.x && b.y >= a.y && b.x + b.w <= a.x + a.w && b.y + b.h <= a.y + a.h
