import type { TextBlock } from '../../sheet/make/back-text.ts'
import type { Rect } from '../../sheet/rect.ts'
import type { Wrap } from '../../things/brief/make.ts'
import type { Turn } from '../../things/brief/turn.ts'
import type { Um } from '../../things/length/length.ts'

/** What a mark stands for; a renderer gives each role its line, fill and colour. */
export type Role =
  | 'printer'
  | 'feed'
  | 'sheet'
  | 'edge'
  | 'page'
  | 'printable'
  | 'unprintable'
  | 'dead'
  | 'picture'
  | 'clipped'
  | 'bleed'
  | 'guide'
  | 'dimension'
  | 'extent'
  | 'trim'
  | 'stroke'
  | 'cut'
  | 'next'
  | 'fold'
  | 'face'
  | 'skew'
  | 'snap'
  | 'ruler'
  | 'band'
  | 'words'
  | 'label'
  | 'strong'

/** One mark of a drawing, in the sheet's frame, micrometres. */
export type Mark =
  | { kind: 'rect'; role: Role; rect: Rect }
  /** A place of a layout by hand where nothing lies, and where it stands in the list. */
  | { kind: 'empty'; role: 'face'; rect: Rect; place: number }
  /** Area filled with oblique lines. */
  | { kind: 'hatch'; role: Role; rect: Rect }
  | { kind: 'line'; role: Role; x1: Um; y1: Um; x2: Um; y2: Um; arrows?: boolean }
  /** Pieces are parts of the print relative to it upright (µm), for a canvas whose sides are made from its face. */
  | {
      kind: 'picture'
      role: Role
      /** Id of the item it is of, and which placement of its form it is. */
      item: string
      at: number
      rect: Rect
      crop: Rect
      turn: Turn
      mirror: boolean
      sides: { depth: Um; wrap: Wrap; colour: string } | null
    }
  /** Words as they stand, turned; `size` is the height of the letters. */
  | { kind: 'words'; role: 'words'; rect: Rect; turn: Turn; lines: string[]; size: Um; align: TextBlock['align'] }
  | {
      kind: 'text'
      role: Role
      x: Um
      y: Um
      anchor: 'start' | 'middle' | 'end'
      text: string
      size: Um
      sideways?: boolean
      /** It lies on the paper, which is light whatever lies around it. */
      onPaper?: true
    }

export interface Drawing {
  bounds: Rect
  marks: Mark[]
  /** Height of ordinary text, µm on the drawing's own scale. */
  textSize: Um
  /** What the drawing shows, as sentences for those who cannot see it and for the legend. */
  description: string
}

/** The same drawing in other units, e.g. a thousandth for millimetres. */
export function scaled(drawing: Drawing, by: number): Drawing {
  const rect = (r: Rect): Rect => ({ x: r.x * by, y: r.y * by, w: r.w * by, h: r.h * by })
  const mark = (m: Mark): Mark => {
    switch (m.kind) {
      case 'rect':
      case 'empty':
      case 'hatch':
        return { ...m, rect: rect(m.rect) }
      case 'picture':
        // The crop is in shares of the picture, not in lengths.
        return { ...m, rect: rect(m.rect), sides: m.sides && { ...m.sides, depth: m.sides.depth * by } }
      case 'words':
        return { ...m, rect: rect(m.rect), size: m.size * by }
      case 'line':
        return { ...m, x1: m.x1 * by, y1: m.y1 * by, x2: m.x2 * by, y2: m.y2 * by }
      case 'text':
        return { ...m, x: m.x * by, y: m.y * by, size: m.size * by }
    }
  }
  return { ...drawing, bounds: rect(drawing.bounds), marks: drawing.marks.map(mark), textSize: drawing.textSize * by }
}
