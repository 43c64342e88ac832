import { useEffect, useRef } from 'react'

interface Point {
  x: number
  y: number
}

interface Props {
  image: ImageBitmap
  label: string
  className?: string
  style?: React.CSSProperties
  /** Another of the same size, shown to the right of a line at this share of the width. */
  split?: { image: ImageBitmap; at: number }
  /** The pointer over the picture, as shares of its width and height; null when it leaves. */
  onPoint?: (at: Point | null) => void
  /** A press on the picture. */
  onPick?: (at: Point) => void
}

/** Pixels on a canvas, as they are. */
export function Pixels({ image, label, className, style, split, onPoint, onPick }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const { width, height } = image
  const other = split?.image
  const line = split ? Math.round(Math.min(1, Math.max(0, split.at)) * width) : width
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (!context) return
    context.drawImage(image, 0, 0)
    if (!other) return
    if (line < width) context.drawImage(other, line, 0, width - line, height, line, 0, width - line, height)
    if (line <= 0 || line >= width) return
    const thick = Math.max(1, Math.round(width / 600))
    context.fillStyle = '#fff'
    context.fillRect(line - thick, 0, thick, height)
    context.fillStyle = '#000'
    context.fillRect(line, 0, thick, height)
  }, [image, other, line, width, height])
  const share = (e: React.PointerEvent<HTMLCanvasElement>): Point | null => {
    // The picture is fitted into the canvas's box from its left top corner.
    const box = e.currentTarget.getBoundingClientRect()
    const scale = Math.min(box.width / width, box.height / height)
    const [x, y] = [(e.clientX - box.left) / (width * scale), (e.clientY - box.top) / (height * scale)]
    return x >= 0 && x < 1 && y >= 0 && y < 1 ? { x, y } : null
  }
  return (
    <canvas
      ref={canvas}
      width={width}
      height={height}
      aria-label={label}
      className={className}
      style={style}
      {...(onPoint
        ? {
            onPointerMove: (e: React.PointerEvent<HTMLCanvasElement>) => onPoint(share(e)),
            onPointerDown: (e: React.PointerEvent<HTMLCanvasElement>) => {
              const at = share(e)
              onPoint(at)
              if (at) onPick?.(at)
            },
            onPointerLeave: () => onPoint(null),
          }
        : {})}
    />
  )
}
