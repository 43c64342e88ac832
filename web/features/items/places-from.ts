import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { MAX_PLACES, type Place } from '../../../core/things/brief/arrangement.ts'
import { mm } from '../../../core/things/length/length.ts'

/** Places for a layout by hand, from where everything lies on the first sheet now; what lies nowhere there is laid down in the corner. */
export function placesFrom({ forms, brief }: Pick<Plate, 'forms' | 'brief'>): Place[] {
  const front = forms.find((form) => form.side === 'front')
  const laid = (front?.placements ?? []).map(
    (p): Place => ({
      item: p.item,
      x: Math.round(p.face.x),
      y: Math.round(p.face.y),
      width: Math.max(1, Math.round(p.face.w)),
      height: Math.max(1, Math.round(p.face.h)),
      turn: p.turn,
      fill: true,
    }),
  )
  const known = new Set(laid.map((p) => p.item))
  const [x, y] = front ? [Math.round(front.printable.x), Math.round(front.printable.y)] : [mm(10), mm(10)]
  const others = brief.items
    .filter(({ id }) => !known.has(id))
    .map(
      ({ id }, i): Place => ({
        item: id,
        x: x + mm(5) * (i + 1),
        y: y + mm(5) * (i + 1),
        width: mm(60),
        height: mm(60),
        turn: null,
        fill: false,
      }),
    )
  return [...laid, ...others].slice(0, MAX_PLACES)
}
