import type { Together } from '../../things/brief/arrangement.ts'
import type { Um } from '../../things/length/length.ts'
import { intersect, type Rect } from '../rect.ts'

/** Width of a line to cut along, and of the line around a picture, µm. */
const FINE: Um = 100
/** How long a corner mark is, and how far it stays from the picture, µm. Common practice. */
const ARM: Um = 4000
const CLEAR: Um = 1000

/** What of a line from `from` to `to` none of these stretches covers. */
function uncovered(from: Um, to: Um, covered: readonly (readonly [Um, Um])[]): [Um, Um][] {
  const out: [Um, Um][] = []
  let at = from
  for (const [a, b] of [...covered].sort((one, other) => one[0] - other[0])) {
    if (b <= at) continue
    if (a >= to) break
    if (a > at) out.push([at, a])
    at = Math.max(at, b)
  }
  if (at < to) out.push([at, to])
  return out
}

/** A stroke along a line, without what would lie on a picture. */
function strokes(along: 'x' | 'y', at: Um, from: Um, to: Um, pictures: readonly Rect[]): Rect[] {
  const [a, b] = [at - FINE / 2, at + FINE / 2]
  const covered = pictures.flatMap((p): [Um, Um][] => {
    const [low, high] = along === 'x' ? [p.y, p.y + p.h] : [p.x, p.x + p.w]
    if (high <= a || low >= b) return []
    return along === 'x' ? [[p.x - CLEAR / 2, p.x + p.w + CLEAR / 2]] : [[p.y - CLEAR / 2, p.y + p.h + CLEAR / 2]]
  })
  return uncovered(from, to, covered).map(([s, e]) =>
    along === 'x' ? { x: s, y: a, w: e - s, h: FINE } : { x: a, y: s, w: FINE, h: e - s },
  )
}

/** Where pictures are to be cut, drawn outside them: at their corners, or along whole cuts; kept to where ink can go. */
export function cutMarks(kind: Together['marks'], trims: readonly Rect[], pictures: readonly Rect[], printable: Rect): Rect[] {
  if (kind === 'none') return []
  const out = new Map<string, Rect>()
  const add = (list: Rect[]) => {
    for (const stroke of list) {
      const seen = intersect(stroke, printable)
      if (seen.w > 0 && seen.h > 0) out.set(`${seen.x} ${seen.y} ${seen.w} ${seen.h}`, seen)
    }
  }
  if (kind === 'lines') {
    const xs = new Set(trims.flatMap((t) => [t.x, t.x + t.w]))
    const ys = new Set(trims.flatMap((t) => [t.y, t.y + t.h]))
    for (const x of xs) add(strokes('y', x, printable.y, printable.y + printable.h, pictures))
    for (const y of ys) add(strokes('x', y, printable.x, printable.x + printable.w, pictures))
    return [...out.values()]
  }
  for (const [i, t] of trims.entries()) {
    const picture = pictures[i] ?? t
    const bleed = Math.max(0, t.x - picture.x)
    const [near, far] = [bleed + CLEAR, bleed + CLEAR + ARM]
    for (const y of [t.y, t.y + t.h]) {
      add(strokes('x', y, t.x - far, t.x - near, pictures))
      add(strokes('x', y, t.x + t.w + near, t.x + t.w + far, pictures))
    }
    for (const x of [t.x, t.x + t.w]) {
      add(strokes('y', x, t.y - far, t.y - near, pictures))
      add(strokes('y', x, t.y + t.h + near, t.y + t.h + far, pictures))
    }
  }
  return [...out.values()]
}

/** A fine line just inside the edge of each picture as it is trimmed. */
export const hairlines = (trims: readonly Rect[]): Rect[] =>
  trims.flatMap(({ x, y, w, h }) => [
    { x, y, w, h: FINE },
    { x, y: y + h - FINE, w, h: FINE },
    { x, y: y + FINE, w: FINE, h: h - 2 * FINE },
    { x: x + w - FINE, y: y + FINE, w: FINE, h: h - 2 * FINE },
  ])
