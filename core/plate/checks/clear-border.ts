import type { Um } from '../../things/length/length.ts'
import { EDGES } from '../../things/paths/path.ts'
import type { Settled } from '../settle/settled.ts'

/** The narrowest equal border, to half a millimetre, that clears what this path cannot print, its position corrected. µm. */
export const clearBorder = ({ path, offset }: Pick<Settled, 'path' | 'offset'>): Um =>
  Math.ceil((Math.max(...EDGES.map((e) => path.margins[e])) + Math.max(Math.abs(offset.x), Math.abs(offset.y))) / 500) * 500
