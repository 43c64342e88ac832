import { arrange } from '../../sheet/arrange/arrange.ts'
import type { Arranged } from '../../sheet/arrange/arranged.ts'
import { groundOf } from '../../sheet/arrange/ground.ts'
import { contentLost } from '../../sheet/content.ts'
import { opensRight } from '../../sheet/make/folded-card.ts'
import { centredOn, movedInto, type PrintSize, placingFrame, printSize, type Room, sizingOf } from '../../sheet/placement.ts'
import { gaps, intersect, type Rect } from '../../sheet/rect.ts'
import { togetherOf } from '../../things/brief/brief.ts'
import { pictureOf } from '../../things/brief/item.ts'
import { pictureEdge, TURNS, type Turn } from '../../things/brief/turn.ts'
import { writeLength } from '../../things/length/length.ts'
import { EDGES, type Edges, edgesOf } from '../../things/paths/path.ts'
import type { Cost } from '../ways/cost.ts'
import { isOpen } from '../ways/fed.ts'
import { type Candidate, declare, type Given } from './decision.ts'
import { expansionDecision } from './expansion.ts'
import { marginsDecision } from './margins.ts'
import { pageDecision } from './page.ts'
import { pathDecision } from './path.ts'
import { positionDecision } from './position.ts'
import { roomFor } from './room.ts'
import { stockDecision } from './stock.ts'

const LABEL: Record<Turn, string> = { 0: 'Head leads', 90: 'Turned 90° clockwise', 180: 'Foot leads', 270: 'Turned 90° anticlockwise' }

/** How it lies is the client’s word where there is one. */
const ASKED_POINTS = 60

/** A kept edge of the picture that is cut is a spoilt print, and the client notices. */
const KEPT_EDGE_POINTS = 60

/** What the printable area cuts off at each edge of the sheet, µm. */
export function cutOff(rect: Rect, printable: Rect): Edges {
  const g = gaps(rect, intersect(rect, printable))
  return edgesOf((e) => Math.max(0, g[e]))
}

/** What cutting there would cost: picture lost (blank paper costs nothing), and edges the operator wants kept. */
export function costOfCut({ brief, item }: Given, turn: Turn, size: PrintSize, cut: Edges): Cost[] {
  const most = Math.max(...EDGES.map((e) => cut[e]))
  if (most === 0) return []
  const lost = contentLost(pictureOf(item), turn, size.crop, size, cut)
  const kept = EDGES.filter((e) => cut[e] > 0 && item.keep.includes(pictureEdge(e, turn)))
  const where = EDGES.filter((e) => cut[e] > 0).map((e) => `${writeLength(cut[e], brief.unit)} at the ${e} edge`)
  return [
    lost < 0.0005
      ? { points: 0.2, says: `${where.join(', ')} cut off, all of it blank` }
      : { points: 8 + lost * 150, says: `${where.join(', ')} cut off: ${(lost * 100).toFixed(1)} % of the picture` },
    ...kept.map((e) => ({ points: KEPT_EDGE_POINTS, says: `the picture’s ${pictureEdge(e, turn)} is cut, which you want kept` })),
  ]
}

/** What it costs to print at this turn: cut where it lies, or moved out of the dead margin, whichever is less. */
function placingCosts(given: Given, turn: Turn, size: PrintSize, room: Room): Cost[] {
  const { brief, item } = given
  const centred = centredOn(placingFrame(sizingOf(brief, item), room, turn), size)
  const here = costOfCut(given, turn, size, cutOff(centred, room.printable))
  // Where ink runs past the edges no other place shows more of it.
  if (here.length === 0 || room.borderless) return here
  const moved = movedInto(room.printable, centred)
  const shift = Math.max(Math.abs(moved.x - centred.x), Math.abs(moved.y - centred.y))
  const there = [
    { points: 3 + shift / 2000, says: `has to be moved ${writeLength(shift, brief.unit)} off centre` },
    ...costOfCut(given, turn, size, cutOff(moved, room.printable)),
  ]
  const points = (costs: Cost[]) => costs.reduce((sum, c) => sum + c.points, 0)
  return points(there) < points(here) ? there : here
}

/** What lies together is turned picture by picture. */
const EACH_BY_ITSELF: Candidate<Turn> = {
  id: '0',
  label: 'Each picture by itself',
  value: 0,
  ruledOut: null,
  costs: [],
  by: 'rule',
  reason: 'The layout turns every picture as it suits its place.',
}

/** A thousandth of a picture or a print is neither lost nor missed. */
const SAME = 0.001
const BEST = 'It makes the most of the sheet with the least picture lost.'
const CHEAPEST = 'Of the ways it may lie this one costs least.'

export const orientationDecision = declare({
  key: 'orientation',
  title: 'Orientation',
  question: 'Which way round does the picture lie on the sheet?',
  group: 'layout',
  needs: [pathDecision, stockDecision, pageDecision, positionDecision, marginsDecision, expansionDecision],
  about: 'item',
  ofTheWay: true,
  agreement: null,
  candidates: (context): Candidate<Turn>[] => {
    const { brief, item } = context
    if (togetherOf(brief)) return [EACH_BY_ITSELF]
    const rooms = TURNS.map((turn) => roomFor(context, turn))
    const picture = pictureOf(item)
    const whole = picture.width * picture.height
    const sized = TURNS.map((turn, i) => printSize(sizingOf(brief, item), picture, turn, rooms[i] as Room))
    const largest = Math.max(...sized.map((s) => s.w * s.h))
    const least = Math.min(...sized.map(({ crop }) => 1 - crop.w * crop.h))
    return TURNS.map((turn, i) => {
      const size = sized[i] as (typeof sized)[number]
      const room = rooms[i] as Room
      const cropped = 1 - size.crop.w * size.crop.h
      const smaller = 1 - (size.w * size.h) / largest
      const costs = [
        ...placingCosts(context, turn, size, room),
        ...(cropped > SAME
          ? [{ points: cropped * 40, says: `${(cropped * 100).toFixed(cropped < 0.01 ? 1 : 0)} % of the picture is cropped` }]
          : []),
        ...(smaller > SAME
          ? [
              {
                points: smaller * 20,
                says: `the print is ${writeLength(Math.max(size.w, size.h), brief.unit)} at its longest, smaller than it could be`,
              },
            ]
          : []),
        ...(item.turn !== null && item.turn !== turn
          ? [{ points: ASKED_POINTS, says: `the brief asks for ${LABEL[item.turn].toLowerCase()}` }]
          : []),
        // A half turn changes nothing on an even sheet; the plain way round wins the tie.
        ...(turn >= 180 ? [{ points: 0.5, says: 'the print comes out head last' }] : []),
      ]
      return {
        id: String(turn),
        label: LABEL[turn],
        value: turn,
        ruledOut:
          brief.make.as === 'folded-card' && !opensRight(brief.make, room.sheet, turn)
            ? 'The crease would not be at the card’s spine.'
            : null,
        costs,
        by: item.turn === turn ? 'brief' : 'rule',
        reason:
          item.turn === turn ? 'The brief asks for it.' : whole === 0 ? '' : smaller <= SAME && cropped <= least + SAME ? BEST : CHEAPEST,
      }
    })
  },
  accept: (turn, known) => {
    const { brief, item, lot } = known
    const room = roomFor(known, turn)
    const together = togetherOf(brief)
    if (!together) return { turn, size: printSize(sizingOf(brief, item), pictureOf(item), turn, room), arranged: null as Arranged | null }
    const arranged: Arranged | null = arrange(together, brief.items, groundOf(together, room, isOpen(brief, lot)))
    const { w, h } = arranged.block
    return { turn, size: { w, h, crop: { x: 0, y: 0, w: 1, h: 1 } }, arranged }
  },
  // How it lies is part of the plate's form.
  keeps: {},
  keep: () => ({}),
  before: 'from the first',
})
