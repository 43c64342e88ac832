import { centredOn, movedInto, placingFrame, sizingOf } from '../../sheet/placement.ts'
import type { Rect } from '../../sheet/rect.ts'
import { type Brief, trimmedTo } from '../../things/brief/brief.ts'
import type { Item } from '../../things/brief/item.ts'
import { MAX_LENGTH, writeLength } from '../../things/length/length.ts'
import { type Candidate, declare } from './decision.ts'
import { expansionDecision } from './expansion.ts'
import { marginsDecision } from './margins.ts'
import { costOfCut, cutOff, orientationDecision } from './orientation.ts'
import { pageDecision } from './page.ts'
import { pathDecision } from './path.ts'
import { positionDecision } from './position.ts'
import { roomFor } from './room.ts'
import { stockDecision } from './stock.ts'

const PLACED = /^at:(-?\d{1,9}),(-?\d{1,9})$/

/** The pin for a picture whose leading left corner lies at x, y of the true sheet, µm. */
export const placementPin = (x: number, y: number): string => `at:${Math.round(x)},${Math.round(y)}`

/** Somebody has said where everything lies. */
const LAID_OUT: Omit<Candidate<Rect>, 'value'> = {
  id: 'laid-out',
  label: 'As it is laid out',
  ruledOut: null,
  costs: [],
  by: 'brief',
  reason: 'The layout says where each picture lies.',
}

/** What the middle is the middle of, and what that makes of the borders. */
function middleOf(brief: Brief, size: Item['size'], borderless: boolean): { label: string; reason: string; equal: boolean } {
  const { make, unit } = brief
  if (borderless)
    return { equal: true, label: 'Centred on what prints', reason: 'In the middle of all that the path prints, beyond the edges too.' }
  const deeper = size.by === 'border' ? Math.round(size.border * (size.foot ?? 1)) - size.border : 0
  const [label, on] =
    make.as === 'folded-card'
      ? ['Centred on the front', 'the front of the card']
      : trimmedTo(brief)
        ? ['Centred on what is kept', 'what is kept']
        : ['Centred on the sheet', 'the sheet as it really measures']
  return {
    label,
    equal: deeper === 0,
    reason:
      deeper === 0 ? `Equal borders on ${on}.` : `The border at the foot is ${writeLength(deeper, unit)} wider than at the head, on ${on}.`,
  }
}

export const placementDecision = declare({
  key: 'placement',
  title: 'Placement',
  question: 'Where on the sheet does the picture lie?',
  group: 'layout',
  needs: [pathDecision, stockDecision, pageDecision, positionDecision, marginsDecision, expansionDecision, orientationDecision],
  about: 'item',
  ofTheWay: true,
  agreement: null,
  candidates: (context): Candidate<Rect>[] => {
    const { size, brief, item, studio, turn, arranged } = context
    const at = arranged?.block.at
    if (at) return [{ ...LAID_OUT, value: { x: at.x, y: at.y, w: size.w, h: size.h } }]
    const room = roomFor(context, turn)
    const centred = centredOn(placingFrame(sizingOf(brief, item), room, turn), size)
    const cut = (rect: Rect) => (room.borderless ? [] : costOfCut(context, turn, size, cutOff(rect, room.printable)))
    const moved = movedInto(room.printable, centred)
    const middle = middleOf(brief, item.size, room.borderless)
    const shift = Math.max(Math.abs(moved.x - centred.x), Math.abs(moved.y - centred.y))
    const list: Candidate<Rect>[] = [
      {
        id: 'centred',
        label: middle.label,
        value: centred,
        ruledOut: null,
        costs: cut(centred),
        by: 'rule',
        reason: middle.reason,
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
            says: middle.equal
              ? `facing borders differ by ${writeLength(2 * shift, brief.unit)}`
              : `it lies ${writeLength(shift, brief.unit)} off where it was wanted`,
          },
          ...cut(moved),
        ],
        by: 'rule',
        reason: `Moved ${writeLength(shift, brief.unit)} so that nothing falls where the printer cannot print.`,
      })
    }
    return list
  },
  custom: (pin, { size, brief, arranged }) => {
    const match = PLACED.exec(pin)
    if (!match || arranged?.block.at) return null
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
  accept: (placed) => ({ placed }),
  // Where it lies is part of the plate's form.
  keeps: {},
  keep: () => ({}),
  before: 'from the first',
})
