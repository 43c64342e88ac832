import type { Together } from '../../things/brief/arrangement.ts'
import type { Um } from '../../things/length/length.ts'
import { edgesOf } from '../../things/paths/path.ts'
import type { Room } from '../placement.ts'
import { inset, intersect } from '../rect.ts'
import type { Ground } from './arranged.ts'

/** What of a sheet there is to lay items on: where ink can go, less the white that is wanted at every edge. */
export function groundOf(
  together: Pick<Together, 'border'> & { longest?: Um | null },
  room: Pick<Room, 'frame' | 'printable' | 'borderless'>,
  open: boolean,
): Ground {
  const { frame, printable, borderless } = room
  const { border, longest } = together
  const { w, h } = borderless
    ? printable
    : intersect(
        printable,
        inset(
          frame,
          edgesOf(() => border),
        ),
      )
  // What is kept white at both ends is part of the stretch.
  const ends = frame.h - h
  return { w, h: open && longest ? Math.min(h, Math.max(1, longest - ends)) : h, open }
}
