import type { Together } from '../../things/brief/arrangement.ts'
import { edgesOf } from '../../things/paths/path.ts'
import type { Room } from '../placement.ts'
import { inset, intersect } from '../rect.ts'
import type { Ground } from './arranged.ts'

/** What of a sheet there is to lay items on: where ink can go, less the white that is wanted at every edge. */
export function groundOf(
  { border }: Pick<Together, 'border'>,
  room: Pick<Room, 'frame' | 'printable' | 'borderless'>,
  open: boolean,
): Ground {
  const { frame, printable, borderless } = room
  const { w, h } = borderless
    ? printable
    : intersect(
        printable,
        inset(
          frame,
          edgesOf(() => border),
        ),
      )
  return { w, h, open }
}
