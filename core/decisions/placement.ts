import { MAX_LENGTH, writeLength } from '../length/length.ts'
import { centredOn, movedInto } from '../sheet/placement.ts'
import { gaps, intersect, type Rect } from '../sheet/rect.ts'
import type { Candidate, Decision } from './decision.ts'
import { roomFor } from './room.ts'

const PLACED = /^at:(-?\d{1,9}),(-?\d{1,9})$/

/** The pin for a picture whose leading left corner lies at x, y of the true sheet, µm. */
export const placementPin = (x: number, y: number): string => `at:${Math.round(x)},${Math.round(y)}`

export const placementDecision: Decision<Rect> = {
  key: 'placement',
  title: 'Placement',
  question: 'Where on the sheet does the picture lie?',
  candidates: (context) => {
    const room = roomFor(context)
    const { size, brief, studio } = context
    if (!room || !size) return []
    const centred = centredOn(room.borderless ? room.printable : room.sheet, size)
    const cut = (rect: Rect) => Object.values(gaps(rect, intersect(rect, room.printable))).reduce((a, b) => a + Math.max(0, b), 0)
    const moved = movedInto(room.printable, centred)
    const shift = Math.max(Math.abs(moved.x - centred.x), Math.abs(moved.y - centred.y))
    const list: Candidate<Rect>[] = [
      {
        id: 'centred',
        label: 'Centred on the sheet',
        value: centred,
        ruledOut: null,
        costs:
          cut(centred) > 0
            ? [{ points: 10 + cut(centred) / 500, says: `${writeLength(cut(centred), brief.unit)} of the picture is cut off` }]
            : [],
        by: 'rule',
        reason: 'Equal borders on the sheet as it really measures.',
      },
    ]
    if (shift > 0) {
      list.push({
        id: 'shifted',
        label: 'Shifted off the dead margin',
        value: moved,
        ruledOut: null,
        costs: [
          {
            points: shift >= studio.rules.visibleShift ? 3 + shift / 2000 : 0,
            says: `facing borders differ by ${writeLength(2 * shift, brief.unit)}`,
          },
          ...(cut(moved) > 0
            ? [{ points: 10 + cut(moved) / 500, says: `${writeLength(cut(moved), brief.unit)} of the picture is still cut off` }]
            : []),
        ],
        by: 'rule',
        reason: `Moved ${writeLength(shift, brief.unit)} so that nothing falls where the printer cannot print.`,
      })
    }
    return list
  },
  custom: (pin, { size, brief }) => {
    const match = PLACED.exec(pin)
    if (!match || !size) return null
    const [x, y] = [Number(match[1]), Number(match[2])]
    if (Math.abs(x) > MAX_LENGTH || Math.abs(y) > MAX_LENGTH) return null
    return {
      id: pin,
      label: `${writeLength(x, brief.unit)} from the left, ${writeLength(y, brief.unit)} from the leading edge`,
      value: { x, y, w: size.w, h: size.h },
      ruledOut: null,
      costs: [],
      by: 'you',
      reason: 'Placed by hand.',
    }
  },
  accept: (context, placed) => {
    context.placed = placed
  },
}
