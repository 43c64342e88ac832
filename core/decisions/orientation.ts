import { writeLength } from '../length/length.ts'
import { pictureOf } from '../plate/context.ts'
import { TURNS, type Turn } from '../sheet/layout.ts'
import { centredOn, printSize } from '../sheet/placement.ts'
import { area, intersect } from '../sheet/rect.ts'
import type { Candidate, Decision } from './decision.ts'
import { roomFor } from './room.ts'

const LABEL: Record<Turn, string> = { 0: 'Head leads', 90: 'Turned 90° clockwise', 180: 'Foot leads', 270: 'Turned 90° anticlockwise' }

export const orientationDecision: Decision<Turn> = {
  key: 'orientation',
  title: 'Orientation',
  question: 'Which way round does the picture lie on the sheet?',
  candidates: (context) => {
    const room = roomFor(context)
    if (!room) return []
    const { brief } = context
    const picture = pictureOf(brief)
    const whole = picture.width * picture.height
    const sized = TURNS.map((turn) => printSize(brief, picture, turn, room))
    const largest = Math.max(...sized.map((s) => s.w * s.h))
    return TURNS.map((turn, i): Candidate<Turn> => {
      const size = sized[i] as (typeof sized)[number]
      const placed = centredOn(room.sheet, size)
      const over = area(placed) - area(intersect(placed, room.printable))
      const cropped = 1 - size.crop.w * size.crop.h
      const smaller = 1 - (size.w * size.h) / largest
      const costs = [
        ...(over > 0 && brief.size.by === 'picture'
          ? [
              {
                points: 5 + (over / area(placed)) * 100,
                says: `${((over / area(placed)) * 100).toFixed(1)} % of the picture falls outside the printable area`,
              },
            ]
          : []),
        ...(cropped > 0.001 ? [{ points: cropped * 40, says: `${(cropped * 100).toFixed(0)} % of the picture is cropped` }] : []),
        ...(smaller > 0.001
          ? [
              {
                points: smaller * 20,
                says: `the print is ${writeLength(Math.max(size.w, size.h), brief.unit)} at its longest, smaller than it could be`,
              },
            ]
          : []),
        // A half turn changes nothing on an even sheet; the plain way round wins the tie.
        ...(turn >= 180 ? [{ points: 0.5, says: 'the print comes out head last' }] : []),
      ]
      return {
        id: String(turn),
        label: LABEL[turn],
        value: turn,
        ruledOut: null,
        costs,
        by: 'rule',
        reason: whole === 0 ? '' : 'It makes the most of the sheet with the least picture lost.',
      }
    })
  },
  accept: (context, turn) => {
    const room = roomFor(context)
    context.turn = turn
    context.size = room ? printSize(context.brief, pictureOf(context.brief), turn, room) : null
  },
}
