import { type PointerEvent, useRef } from 'react'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { sideOf } from '../../../core/plate/resolve/plate.ts'
import { itemOf } from '../../../core/things/brief/brief.ts'
import { pictureIn } from '../../../core/things/brief/item.ts'
import { PICTURE_EDGES, type PictureEdge } from '../../../core/things/brief/turn.ts'
import { fileUrl } from '../../api/client.ts'
import { Check } from '../../ui/check.tsx'
import { Empty } from '../../ui/states.tsx'
import type { JobEditor } from '../plate/job-editor.ts'
import { LossList } from './loss-list.tsx'

const KEYS: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }
const clamp = (value: number) => Math.min(1, Math.max(0, value))

const AT: Record<PictureEdge, string> = {
  head: 'top-1 left-1/2 -translate-x-1/2',
  foot: 'bottom-1 left-1/2 -translate-x-1/2',
  left: 'left-1 top-1/2 -translate-y-1/2',
  right: 'right-1 top-1/2 -translate-y-1/2',
}

/** The whole picture upright with the crop frame on it, to be moved; and its edges, to be marked as wanted. */
export function CropView({ editor, plate }: { editor: JobEditor; plate: Plate }) {
  const { brief } = editor.draft
  const item = itemOf(brief)
  const { cropAt, keep } = item
  const picture = pictureIn(item)
  const box = useRef<HTMLDivElement>(null)
  const from = useRef<{ x: number; y: number; at: { x: number; y: number } } | null>(null)
  const front = sideOf(plate)
  const crop = front?.crop
  if (!picture || !front || !crop) return <Empty title="No picture to crop yet">Choose a picture in the brief.</Empty>
  const [spareX, spareY] = [1 - crop.w, 1 - crop.h]
  const whole = spareX < 1e-6 && spareY < 1e-6
  const place = (dx: number, dy: number, at: { x: number; y: number }) => ({
    x: spareX > 1e-6 ? clamp(at.x + dx / spareX) : at.x,
    y: spareY > 1e-6 ? clamp(at.y + dy / spareY) : at.y,
  })
  const release = () => {
    if (from.current) editor.commit()
    from.current = null
  }
  const handlers = {
    onPointerDown: (e: PointerEvent<HTMLElement>) => {
      e.currentTarget.setPointerCapture(e.pointerId)
      from.current = { x: e.clientX, y: e.clientY, at: cropAt }
    },
    onPointerMove: (e: PointerEvent) => {
      const rect = box.current?.getBoundingClientRect()
      if (!from.current || !rect) return
      editor.previewItem({
        cropAt: place((e.clientX - from.current.x) / rect.width, (e.clientY - from.current.y) / rect.height, from.current.at),
      })
    },
    onPointerUp: release,
    // The system took the pointer away, as it does for a gesture of its own.
    onPointerCancel: release,
  }
  const shade = 'absolute bg-raised/60 outline outline-1 outline-ink/40'
  const pc = (v: number) => `${v * 100}%`
  return (
    <div className="absolute inset-0 flex flex-col p-4">
      <p className="mb-2 text-soft">
        {whole
          ? 'The whole picture is printed. To crop it, size it by filling the sheet, by exact borders, or by a width and height of another shape.'
          : 'Drag the frame, or move it with the arrow keys.'}
      </p>
      <LossList front={{ ...front, crop }} make={brief.make} unit={brief.unit} />
      <div className="relative min-h-0 flex-1">
        <div
          ref={box}
          className="absolute inset-0 m-auto"
          style={{
            aspectRatio: `${picture.width} / ${picture.height}`,
            maxWidth: '100%',
            maxHeight: '100%',
            width: `min(100%, calc((100dvh - 21rem) * ${picture.width / picture.height}))`,
          }}
        >
          {picture.preview && (
            <img src={fileUrl(picture.preview)} alt={picture.name} className="absolute inset-0 h-full w-full" draggable={false} />
          )}
          <div className={shade} style={{ left: 0, top: 0, width: '100%', height: pc(crop.y), display: crop.y > 0 ? 'block' : 'none' }} />
          <div
            className={shade}
            style={{ left: 0, top: pc(crop.y + crop.h), width: '100%', bottom: 0, display: crop.y + crop.h < 0.9999 ? 'block' : 'none' }}
          />
          <div
            className={shade}
            style={{ left: 0, top: pc(crop.y), width: pc(crop.x), height: pc(crop.h), display: crop.x > 0 ? 'block' : 'none' }}
          />
          <div
            className={shade}
            style={{
              left: pc(crop.x + crop.w),
              top: pc(crop.y),
              right: 0,
              height: pc(crop.h),
              display: crop.x + crop.w < 0.9999 ? 'block' : 'none',
            }}
          />
          <button
            type="button"
            aria-label="Crop frame. Arrow keys move it."
            disabled={whole}
            className="absolute touch-none border-2 border-frame outline outline-2 outline-frame-edge"
            style={{ left: pc(crop.x), top: pc(crop.y), width: pc(crop.w), height: pc(crop.h), cursor: whole ? 'default' : 'move' }}
            {...handlers}
            onKeyDown={(e) => {
              const direction = KEYS[e.key]
              if (!direction || whole) return
              e.preventDefault()
              const step = e.shiftKey ? 0.05 : 0.005
              editor.item({ cropAt: place(direction[0] * step, direction[1] * step, cropAt) })
            }}
          />
          {PICTURE_EDGES.map((edge) => (
            <Check
              key={edge}
              className={`absolute bg-paper/90 px-1.5 text-sm ${AT[edge]}`}
              checked={keep.includes(edge)}
              onChange={(on) => editor.item({ keep: on ? [...keep, edge] : keep.filter((k) => k !== edge) })}
            >
              keep the {edge}
            </Check>
          ))}
        </div>
      </div>
      <p className="mt-2 text-sm text-soft">An edge you mark as kept is never put where the printer cannot print without a stop.</p>
    </div>
  )
}
