import { type RefObject, useEffect, useState } from 'react'

/** A part of a picture, as shares of its sides. */
export interface PicturePart {
  x: number
  y: number
  w: number
  h: number
}

/** Scrolling has come to rest when nothing moved for this long, milliseconds. */
const REST = 180
const rounded = (value: number) => Math.round(value * 1e4) / 1e4

/**
 * The part of an enlarged picture that its box shows, once scrolling rests.
 * @param arrangement changes when the box is another one
 * @param size of the picture in the box, CSS pixels; null while it is fitted and shows whole
 */
export function useVisiblePart(
  box: RefObject<HTMLElement | null>,
  _arrangement: string,
  size: { width: number; height: number } | null,
): PicturePart | null {
  const [part, setPart] = useState<PicturePart | null>(null)
  const [width, height] = [size?.width ?? 0, size?.height ?? 0]
  useEffect(() => {
    const element = box.current
    if (!element || width === 0 || height === 0) {
      setPart(null)
      return
    }
    let waiting: ReturnType<typeof setTimeout>
    const look = () => {
      clearTimeout(waiting)
      waiting = setTimeout(() => {
        const [x, y] = [rounded(element.scrollLeft / width), rounded(element.scrollTop / height)]
        const [w, h] = [Math.min(1 - x, element.clientWidth / width), Math.min(1 - y, element.clientHeight / height)]
        setPart(w > 0 && h > 0 ? { x, y, w: rounded(w), h: rounded(h) } : null)
      }, REST)
    }
    look()
    const sizes = new ResizeObserver(look)
    sizes.observe(element)
    element.addEventListener('scroll', look, { passive: true })
    return () => {
      clearTimeout(waiting)
      sizes.disconnect()
      element.removeEventListener('scroll', look)
    }
  }, [box, width, height])
  return part
}
