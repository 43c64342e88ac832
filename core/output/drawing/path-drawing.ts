import { inset, type Rect } from '../../sheet/rect.ts'
import { mm, type Um, type Unit, writeNumber, writeSize } from '../../things/length/length.ts'
import { EDGES, type Edge, isDead, type Path } from '../../things/paths/path.ts'
import { withPaper } from './clear-words.ts'
import type { Drawing, Mark } from './drawing.ts'
import { strips } from './sheet-drawing.ts'

/** An example sheet: about A3, within what the path takes. */
function example(path: Path): Rect {
  const within = (wanted: Um, { min, max }: { min: number; max: number }) => Math.max(min, Math.min(max, wanted))
  return { x: 0, y: 0, w: within(mm(297), path.width), h: within(mm(420), path.length) }
}

/** The margins of a path on an example sheet, with its guide and the edges it prints past. Leading edge up. */
export function drawPath(path: Path, unit: Unit): Drawing {
  const sheet = example(path)
  const printable = inset(sheet, path.margins)
  const size = Math.max(sheet.w * 0.9, sheet.h) / 24
  const marks: Mark[] = [{ kind: 'rect', role: 'sheet', rect: sheet }]
  for (const [edge, rect] of strips(sheet, printable)) {
    const deep = edge === 'leading' || edge === 'trailing' ? rect.h : rect.w
    marks.push({ kind: 'hatch', role: isDead(deep) ? 'dead' : 'unprintable', rect })
  }
  marks.push({ kind: 'rect', role: 'printable', rect: printable })
  const text = (x: Um, y: Um, words: string, anchor: 'start' | 'middle' | 'end' = 'middle', role: 'label' | 'strong' = 'label'): Mark => ({
    kind: 'text',
    role,
    x,
    y,
    anchor,
    text: words,
    size: role === 'strong' ? size : size * 0.85,
  })
  const places: Record<Edge, [Um, Um, 'start' | 'middle' | 'end']> = {
    leading: [sheet.w / 2, -size * 0.7, 'middle'],
    trailing: [sheet.w / 2, sheet.h + size * 1.4, 'middle'],
    left: [-size * 0.7, sheet.h / 2, 'end'],
    right: [sheet.w + size * 0.7, sheet.h / 2, 'start'],
  }
  for (const edge of EDGES) {
    const [x, y, anchor] = places[edge]
    marks.push(text(x, y, writeNumber(path.margins[edge], unit), anchor, 'strong'))
    if (path.borderless?.edges.includes(edge)) marks.push(text(x, y + size * 1.1 * (edge === 'leading' ? -1 : 1), 'borderless', anchor))
  }
  const x = path.registration === 'left' ? -size * 0.3 : path.registration === 'right' ? sheet.w + size * 0.3 : sheet.w / 2
  if (path.registration === 'centre') {
    marks.push({ kind: 'line', role: 'guide', x1: x, y1: sheet.h + size * 2.8, x2: x, y2: sheet.h + size * 3.8 })
    marks.push(text(x + size * 0.5, sheet.h + size * 3.6, 'guides centre', 'start'))
  } else {
    marks.push({ kind: 'line', role: 'guide', x1: x, y1: 0, x2: x, y2: sheet.h })
    marks.push(
      text(path.registration === 'left' ? 0 : sheet.w, sheet.h + size * 3.6, 'fixed guide', path.registration === 'left' ? 'start' : 'end'),
    )
  }
  marks.push(text(sheet.w / 2, sheet.h * 0.42, `prints on ${writeSize(printable.w, printable.h, unit)}`))
  marks.push(text(sheet.w / 2, sheet.h * 0.42 + size * 1.4, `of ${writeSize(sheet.w, sheet.h, unit)}`))
  marks.push(text(sheet.w / 2, sheet.h * 0.42 + size * 3.2, `printable side ${path.printableSide}`))
  // Above the number of the leading margin and what may stand over it.
  marks.push(text(0, -size * 3.2, 'leading edge', 'start'))
  const drawing: Drawing = {
    bounds: { x: -size * 6.5, y: -size * 4.4, w: sheet.w + size * 13, h: sheet.h + size * 9.4 },
    marks,
    textSize: size,
    description: `${path.name}: margins leading ${writeNumber(path.margins.leading, unit)}, trailing ${writeNumber(path.margins.trailing, unit)}, left ${writeNumber(path.margins.left, unit)}, right ${writeNumber(path.margins.right, unit)} ${unit}.`,
  }
  return withPaper(drawing, sheet)
}
