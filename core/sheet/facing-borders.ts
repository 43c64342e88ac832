import { type Um, type Unit, writeLength } from '../things/length/length.ts'
import { type Edges, edgesOf } from '../things/paths/path.ts'

/** Most that a facing pair of borders differs, µm. */
export const facingDifference = (b: Edges): Um => Math.max(Math.abs(b.left - b.right), Math.abs(b.leading - b.trailing))

/** Facing borders that a shift lies behind differ by twice that shift: the most that is not seen, µm. @param visibleShift the house rule, µm */
export const unseenDifference = (visibleShift: Um): Um => 2 * visibleShift

/**
 * Whether facing borders are equal to the eye, in a sentence.
 * @param b borders on the true sheet, µm
 * @param visibleShift the house rule: a shift nobody sees, up to, µm
 * @param asked the borders asked for, where that at the foot is to be wider, µm
 */
export function sayFacing(b: Edges, unit: Unit, visibleShift: Um, asked: Edges | null = null): string {
  const { left, right, leading, trailing } = asked ? edgesOf((e) => b[e] - asked[e]) : b
  const [across, along] = [Math.abs(left - right), Math.abs(leading - trailing)]
  const worst = Math.max(across, along)
  const but = asked ? ', but for the wider foot' : ''
  if (worst <= visibleShift) return `Facing borders are equal to the eye${but}.`
  return `Borders ${across >= along ? 'left and right' : 'leading and trailing'} differ by ${writeLength(worst, unit)}${but}, which ${worst > unseenDifference(visibleShift) ? 'is seen' : 'few see'}.`
}
