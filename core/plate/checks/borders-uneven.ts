import { facingDifference, unseenDifference } from '../../sheet/facing-borders.ts'
import { writeLength } from '../../things/length/length.ts'
import { type Check, UNUSABLE } from './check.ts'
import { clearBorder } from './clear-border.ts'

export const bordersUneven: Check = {
  id: 'borders-uneven',
  title: 'The borders do not come out equal',
  touches: ['path', 'placement', 'orientation'],
  about: 'item',
  follows: [...UNUSABLE, 'kept-edge', 'picture-clipped', 'lot-differs'],
  on: 'plate',
  find: ({ item, brief, together, borderless, layout, path, studio }) => {
    const { unit } = brief
    const { size } = item
    // Wider at the foot is wanted wider there; only equal borders are held to be equal.
    if (together || size.by !== 'border' || (size.foot ?? 1) !== 1 || borderless !== 'none' || brief.make.as !== 'print') return []
    const { leading, trailing, left, right } = layout.borders
    if (facingDifference(layout.borders) <= unseenDifference(studio.rules.visibleShift)) return []
    const [a, b, one, other] =
      Math.abs(leading - trailing) >= Math.abs(left - right)
        ? ([leading, trailing, 'leading', 'trailing'] as const)
        : ([left, right, 'left', 'right'] as const)
    const { sheet, printable } = layout
    const bare = {
      leading: printable.y,
      trailing: sheet.h - printable.y - printable.h,
      left: printable.x,
      right: sheet.w - printable.x - printable.w,
    }
    const dead = [one, other].filter((edge) => bare[edge] > size.border)
    const near = dead.length > 0 ? ` ${path.name} prints no nearer to the ${dead.join(' and the ')} edge.` : ''
    const clear = clearBorder(layout)
    return [
      {
        level: 'warn',
        says: `${writeLength(size.border, unit)} all round is asked for; the ${one} border comes out ${writeLength(a, unit)} and the ${other} one ${writeLength(b, unit)}.${near}`,
        numbers: { leading, trailing, left, right },
        fix: clear > size.border ? { label: `${writeLength(clear, unit)} all round`, item: { size: { ...size, border: clear } } } : null,
      },
    ]
  },
}
