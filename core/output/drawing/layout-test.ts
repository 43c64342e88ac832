import { mm, toInch, toMm, UM_PER_INCH, type Um, type Unit, writeSize } from '../../things/length/length.ts'
import { ADVANCE } from './clear-words.ts'
import type { Drawing, Mark } from './drawing.ts'

/** The box is drawn this far inside the sheet: every path prints there. */
export const TEST_INSET: Um = mm(10)
const RULER_LENGTH: Um = mm(50)
/** The most of the box that a line of words takes. */
const WIDEST = 0.92

interface Identity {
  printer: string
  path: string
  stock: string
  date: string
}

/** A ruler from one edge of the sheet inwards: where it stands, and which way it runs. */
interface Ruler {
  at: (along: Um, across: Um) => [Um, Um]
  anchor: 'start' | 'middle' | 'end'
}

function rulers(w: Um, h: Um): Ruler[] {
  // A quarter in from each corner: the words in the middle have the room between them.
  const [inX, inY] = [w / 4, h / 4]
  return [
    { at: (along, across) => [inX + across, along], anchor: 'start' },
    { at: (along, across) => [w - inX - across, h - along], anchor: 'end' },
    { at: (along, across) => [along, h - inY - across], anchor: 'middle' },
    { at: (along, across) => [w - along, inY + across], anchor: 'middle' },
  ]
}

/**
 * The layout test: a light box with rulers from each edge and words that say what it is. Drawn in the box's own frame
 * (µm), which lies TEST_INSET inside the sheet on every side; ruler numbers count from the edge of the sheet.
 */
export function drawLayoutTest(box: { w: Um; h: Um }, unit: Unit, identity: Identity): Drawing {
  const { w, h } = box
  const marks: Mark[] = []
  const line = (x1: Um, y1: Um, x2: Um, y2: Um) => marks.push({ kind: 'line', role: 'dimension', x1, y1, x2, y2 })
  const text = (x: Um, y: Um, words: string, size: Um, anchor: 'start' | 'middle' | 'end' = 'middle') =>
    marks.push({ kind: 'text', role: 'label', x, y, anchor, text: words, size })
  // The line itself lies inside the box, so that its outer edge is what is measured.
  const half = STROKE / 2
  line(0, half, w, half)
  line(0, h - half, w, h - half)
  line(half, 0, half, h)
  line(w - half, 0, w - half, h)
  const cross = Math.min(w, h) / 12
  line(w / 2 - cross, h / 2, w / 2 + cross, h / 2)
  line(w / 2, h / 2 - cross, w / 2, h / 2 + cross)
  const step = unit === 'mm' ? mm(1) : UM_PER_INCH / 16
  const [middle, long] = unit === 'mm' ? [5, 10] : [8, 16]
  const reach = Math.min(RULER_LENGTH, Math.min(w, h) / 3)
  for (const { at, anchor } of rulers(w, h)) {
    line(...at(0, 0), ...at(reach, 0))
    for (let i = Math.ceil(TEST_INSET / step); i * step - TEST_INSET <= reach; i++) {
      const along = i * step - TEST_INSET
      const length = i % long === 0 ? mm(5) : i % middle === 0 ? mm(3.5) : mm(2)
      line(...at(along, 0), ...at(along, length))
      if (i % long === 0 && along > mm(1)) {
        const [x, y] = at(along, mm(7))
        text(x, y + mm(0.9), String(unit === 'mm' ? toMm(i * step) : toInch(i * step)), mm(2.6), anchor)
      }
    }
  }
  const size = Math.min(mm(4), w / 40)
  const words = [
    'Layout test',
    `${identity.printer}, ${identity.path}`,
    identity.stock,
    `Sheet ${writeSize(w + 2 * TEST_INSET, h + 2 * TEST_INSET, unit)}, box ${unit === 'mm' ? '10 mm' : '10 mm (0.39 in)'} inside`,
    identity.date,
  ]
  // A long name stands in smaller letters: what runs off the box is not printed.
  for (const [i, line] of words.entries())
    text(w / 2, h / 2 + cross + size * (1.6 + i * 1.5), line, Math.min(size, (w * WIDEST) / (line.length * ADVANCE)))
  text(w / 2, size * 1.8, 'leading edge', size)
  text(w / 2, h - size, 'trailing edge', size)
  return {
    bounds: { x: 0, y: 0, w, h },
    marks,
    textSize: size,
    description: `Layout test for ${identity.printer}, ${identity.path}: a box 10 mm inside the sheet with rulers from each edge.`,
  }
}

/** Thickness of the lines, µm: thin enough to read 0.1 mm against. */
export const STROKE: Um = 150
