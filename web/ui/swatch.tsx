import { labToSrgb, type Triple } from '../../core/color/cie.ts'
import type { Surface } from '../../core/things/media/media.ts'

const TEXTURE: Record<Surface, string> = {
  gloss: 'M0 10 10 0',
  satin: 'M0 14 14 0M0 7 7 0',
  matte: '',
  art: 'M1 4q3-2 6 0t6 0M0 10q4-2 7 0t7 0',
  canvas: 'M0 4h14M0 9h14M4 0v14M9 0v14',
  board: 'M0 12h14',
  plain: '',
}

/** A paper as a small piece of it: its true white, and a drawn hint of its surface. */
export function Swatch({ white, surface, size = 22 }: { white: Triple | readonly number[]; surface: Surface; size?: number }) {
  const [r, g, b] = labToSrgb(white as Triple).map((v) => Math.round(v * 255))
  return (
    <svg viewBox="0 0 14 14" width={size} height={size} aria-hidden="true" className="shrink-0">
      <rect x="0.5" y="0.5" width="13" height="13" fill={`rgb(${r} ${g} ${b})`} stroke="var(--line)" />
      <path d={TEXTURE[surface]} stroke="#8a8a8a" strokeWidth="0.6" fill="none" />
    </svg>
  )
}
