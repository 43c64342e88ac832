import { centredOn, movedInto, placingFrame } from '../../sheet/placement.ts'
import type { Rect } from '../../sheet/rect.ts'
import { MAX_LENGTH, writeLength } from '../../things/length/length.ts'
import { pictureOf } from '../resolve/context.ts'
import type { Candidate, Decision } from './decision.ts'
import { costOfCut, cutOff } from './orientation.ts'
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
    const { size, brief, studio, turn } = context
    if (!room || !size) return []
    const centred = centredOn(placingFrame(brief, room, turn), size)
    const cut = (rect: Rect) => (room.borderless ? [] : costOfCut(brief, pictureOf(brief), turn, size, cutOff(rect, room.printable)))
    const moved = movedInto(room.printable, centred)
    const shift = Math.max(Math.abs(moved.x - centred.x), Math.abs(moved.y - centred.y))
    const list: Candidate<Rect>[] = [
      {
        id: 'centred',
        label:
          brief.make.as === 'folded-card' ? 'Centred on the front' : brief.finished ? 'Centred on what is kept' : 'Centred on the sheet',
        value: centred,
        ruledOut: null,
        costs: cut(centred),
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
          ...cut(moved),
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
