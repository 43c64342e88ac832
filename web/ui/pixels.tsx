import { useEffect, useRef } from 'react'

interface Props {
  data: Uint8ClampedArray
  width: number
  height: number
  label: string
  className?: string
  /** The pointer over the picture, as shares of its width and height; null when it leaves. */
  onPoint?: (at: { x: number; y: number } | null) => void
}

/** Pixels on a canvas, as they are. */
export function Pixels({ data, width, height, label, className, onPoint }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    canvas.current?.getContext('2d')?.putImageData(new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height), 0, 0)
  }, [data, width, height])
  const point = (e: React.PointerEvent<HTMLCanvasElement>) => {
    // The picture is fitted into the canvas's box from its left top corner.
    const box = e.currentTarget.getBoundingClientRect()
    const scale = Math.min(box.width / width, box.height / height)
    const [x, y] = [(e.clientX - box.left) / (width * scale), (e.clientY - box.top) / (height * scale)]
    onPoint?.(x >= 0 && x < 1 && y >= 0 && y < 1 ? { x, y } : null)
  }
  return (
    <canvas
      ref={canvas}
      width={width}
      height={height}
      aria-label={label}
      className={className}
      {...(onPoint ? { onPointerMove: point, onPointerDown: point, onPointerLeave: () => onPoint(null) } : {})}
    />
  )
}
