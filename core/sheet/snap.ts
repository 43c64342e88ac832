import type { Guide } from '../things/brief/arrangement.ts'
import type { Um } from '../things/length/length.ts'
import type { Rect } from './rect.ts'

/** A line the picture has snapped to while it is dragged, with what it means. */
export interface SnapLine {
  axis: 'x' | 'y'
  /** Where the line runs, µm in the sheet's frame. */
  at: Um
  says: string
}

interface Stop {
  /** Where the picture's leading or left edge has to be. */
  to: Um
  line: Um
  says: string
}

/** Places along one axis the eye likes: the middle, the thirds, flush with what prints, and a border equal to another. */
function stops(size: Um, from: Um, room: Um, printable: [Um, Um], others: readonly Um[]): Stop[] {
  const middle = from + room / 2
  const list: Stop[] = [
    { to: middle - size / 2, line: middle, says: 'centred' },
    { to: from + room / 3 - size / 2, line: from + room / 3, says: 'on the first third' },
    { to: from + (2 * room) / 3 - size / 2, line: from + (2 * room) / 3, says: 'on the second third' },
    { to: printable[0], line: printable[0], says: 'at the edge of what prints' },
    { to: printable[1] - size, line: printable[1], says: 'at the edge of what prints' },
  ]
  for (const border of others) {
    list.push({ to: from + border, line: from + border, says: 'equal borders' })
    list.push({ to: from + room - border - size, line: from + room - border, says: 'equal borders' })
  }
  return list
}

/** Beyond this many other pictures only being in line is looked for: gaps between all of them are many. */
const MANY = 60

/** A stretch along one axis. */
type Span = readonly [from: Um, to: Um]

/** In line with another picture, and as far from one as two neighbours are from each other. */
function besideStops(size: Um, others: readonly Span[]): Stop[] {
  const lined = others.flatMap(([from, to]): Stop[] => [
    { to: from, line: from, says: 'in line' },
    { to: to - size, line: to, says: 'in line' },
    { to: (from + to - size) / 2, line: (from + to) / 2, says: 'middle to middle' },
  ])
  if (others.length > MANY) return lined
  const between = (end: Um, start: Um) => others.some(([from, to]) => from < start && to > end)
  const gaps = others.flatMap(([, end]) => others.flatMap(([start]) => (start > end && !between(end, start) ? [start - end] : [])))
  const spaced = [...new Set(gaps)].flatMap((gap) =>
    others.flatMap(([from, to]): Stop[] => [
      { to: to + gap, line: to + gap, says: 'equal gaps' },
      { to: from - gap - size, line: from - gap, says: 'equal gaps' },
    ]),
  )
  return [...lined, ...spaced]
}

/** With an edge, or its middle, on a line that was drawn. */
const guideStops = (size: Um, guides: readonly Guide[], axis: Guide['axis']): Stop[] =>
  guides
    .filter((guide) => guide.axis === axis)
    .flatMap(({ at }) => [at, at - size / 2, at - size].map((to) => ({ to, line: at, says: 'on the guide' })))

/**
 * Pulls a dragged picture to the nearest of those places within `reach` µm on each axis by itself.
 * @param frame what is judged by eye; borders are counted from its edges
 * @param others pictures that lie beside it, to be in line and at equal distances with
 * @param guides lines somebody has drawn: an edge or the middle of the picture goes to them
 */
export function snap(
  rect: Rect,
  frame: Rect,
  printable: Rect,
  reach: Um,
  others: readonly Rect[] = [],
  guides: readonly Guide[] = [],
): { rect: Rect; lines: SnapLine[] } {
  const nearest = (list: Stop[], at: Um) =>
    list.filter((s) => Math.abs(s.to - at) <= reach).sort((a, b) => Math.abs(a.to - at) - Math.abs(b.to - at))[0]
  const across = [rect.x - frame.x, frame.x + frame.w - rect.x - rect.w].filter((b) => b > 0)
  const besideX = besideStops(
    rect.w,
    others.map((r) => [r.x, r.x + r.w]),
  )
  const besideY = besideStops(
    rect.h,
    others.map((r) => [r.y, r.y + r.h]),
  )
  const x = nearest(
    [...guideStops(rect.w, guides, 'x'), ...besideX, ...stops(rect.w, frame.x, frame.w, [printable.x, printable.x + printable.w], [])],
    rect.x,
  )
  const y = nearest(
    [
      ...guideStops(rect.h, guides, 'y'),
      ...besideY,
      ...stops(rect.h, frame.y, frame.h, [printable.y, printable.y + printable.h], x ? [x.to - frame.x].filter((b) => b > 0) : across),
    ],
    rect.y,
  )
  return {
    rect: { ...rect, x: x ? Math.round(x.to) : rect.x, y: y ? Math.round(y.to) : rect.y },
    lines: [
      ...(x ? [{ axis: 'x' as const, at: x.line, says: x.says }] : []),
      ...(y ? [{ axis: 'y' as const, at: y.line, says: y.says }] : []),
    ],
  }
}
