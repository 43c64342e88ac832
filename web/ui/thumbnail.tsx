import type { Rect } from '../../core/sheet/rect.ts'

interface Props {
  /** Upright picture, or null where there is none yet. */
  src: string | null
  /** Size of the sheet, any unit. */
  sheet: { w: number; h: number }
  /** Where the picture lies on it, in the same unit. */
  place: Rect
  /** Quarter turns of the picture, degrees clockwise. */
  turn?: 0 | 90 | 180 | 270
  /** Longer side on the screen, px. */
  size?: number
  name: string
}

/** A picture on its sheet, in their true proportions: how a job is known at a glance. */
export function Thumbnail({ src, sheet, place, turn = 0, size = 44, name }: Props) {
  const scale = size / Math.max(sheet.w, sheet.h)
  const sideways = turn % 180 !== 0
  const [w, h] = [place.w * scale, place.h * scale]
  return (
    <span role="img" aria-label={name} className="inline-flex shrink-0 items-center justify-center" style={{ width: size, height: size }}>
      <span
        className="relative block overflow-hidden border border-(--sheet-edge) bg-(--sheet)"
        style={{ width: sheet.w * scale, height: sheet.h * scale }}
      >
        {src ? (
          <img
            src={src}
            alt=""
            loading="lazy"
            draggable={false}
            className="absolute max-w-none object-cover"
            style={{
              width: sideways ? h : w,
              height: sideways ? w : h,
              left: (place.x + place.w / 2) * scale,
              top: (place.y + place.h / 2) * scale,
              transform: `translate(-50%, -50%) rotate(${turn}deg)`,
            }}
          />
        ) : (
          <span
            className="absolute border border-line bg-hair"
            style={{ width: w, height: h, left: place.x * scale, top: place.y * scale }}
          />
        )}
      </span>
    </span>
  )
}
