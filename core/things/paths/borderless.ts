import type { Lot } from '../media/media.ts'
import type { Edge, Path } from './path.ts'

/** Edges of this sheet that the path can print past. */
export function borderlessEdges(path: Path, lot: Lot, custom: boolean): readonly Edge[] {
  if (!path.borderless) return []
  if (path.borderless.sizes === 'any') return path.borderless.edges
  return !custom && lot.pwg !== null && path.borderless.sizes.includes(lot.pwg) ? path.borderless.edges : []
}
