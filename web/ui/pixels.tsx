import { useEffect, useRef } from 'react'

interface Props {
  data: Uint8ClampedArray
  width: number
  height: number
  label: string
  className?: string
}

/** Pixels on a canvas, as they are. */
export function Pixels({ data, width, height, label, className }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    canvas.current?.getContext('2d')?.putImageData(new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height), 0, 0)
  }, [data, width, height])
  return <canvas ref={canvas} width={width} height={height} aria-label={label} className={className} />
}
