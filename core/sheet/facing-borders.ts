import { type Um, type Unit, writeLength } from '../things/length/length.ts'
import type { Edges } from '../things/paths/path.ts'

/** Most that a facing pair of borders differs, µm. */
export const facingDifference = (b: Edges): Um => Math.max(Math.abs(b.left - b.right), Math.abs(b.leading - b.trailing))

/**
 * Whether facing borders are equal to the eye, in a sentence. Borders that differ by twice a shift come of that shift: by
 * more than twice what nobody sees they are seen.
 * @param b borders on the true sheet, µm
 * @param visibleShift the house rule: a shift nobody sees, up to, µm
 */
export function sayFacing(b: Edges, unit: Unit, visibleShift: Um): string {
  const worst = facingDifference(b)
  if (worst <= visibleShift) return 'Facing borders are equal to the eye.'
  const which = Math.abs(b.left - b.right) >= Math.abs(b.leading - b.trailing) ? 'left and right' : 'leading and trailing'
  return `Borders ${which} differ by ${writeLength(worst, unit)}, which ${worst > 2 * visibleShift ? 'is seen' : 'few see'}.`
}
