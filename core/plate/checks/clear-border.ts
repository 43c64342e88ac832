import type { Layout } from '../../sheet/layout.ts'
import type { Um } from '../../things/length/length.ts'
import { EDGES } from '../../things/paths/path.ts'
import { cutOff } from '../decisions/orientation.ts'

/** The narrowest equal border, to half a millimetre, that clears what cannot be printed of this sheet. µm. */
export function clearBorder({ sheet, printable }: Pick<Layout, 'sheet' | 'printable'>): Um {
  const bare = cutOff(sheet, printable)
  return Math.ceil(Math.max(...EDGES.map((edge) => bare[edge])) / 500) * 500
}
