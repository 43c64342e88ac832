import {
  fill,
  type PDFFont,
  type PDFOperator,
  type PDFPage,
  popGraphicsState,
  pushGraphicsState,
  rectangle,
  rgb,
  setFillingColor,
} from 'pdf-lib'
import { create as qrCode } from 'qrcode'

/** A page, and what is left free at its edges, points. */
export const A4 = { width: 595.28, height: 841.89 }
export const MARGIN = 34

export const INK = rgb(0.1, 0.1, 0.1)
export const GREY = rgb(0.4, 0.4, 0.4)

const widths = new WeakMap<PDFFont, Map<string, number>>()
/** How wide a text is at size 1, points: what stands on one label stands on many. */
function widthOf(font: PDFFont, text: string): number {
  const known = widths.get(font) ?? new Map<string, number>()
  widths.set(font, known)
  const width = known.get(text) ?? font.widthOfTextAtSize(text, 1)
  known.set(text, width)
  return width
}

/** From one line to the next, in heights of its letters. */
const LEADING = 1.32

/** A text in lines no wider than so much, points: broken between words, and within one that is wider by itself. */
function linesOf(font: PDFFont, text: string, width: number, size: number): string[] {
  const fits = (part: string) => widthOf(font, part) * size <= width
  const lines: string[] = []
  let line = ''
  for (const word of text.split(/\s+/)) {
    const longer = line ? `${line} ${word}` : word
    if (fits(longer)) {
      line = longer
      continue
    }
    if (line) lines.push(line)
    line = word
    while (!fits(line)) {
      const letters = [...line]
      let many = letters.length - 1
      while (many > 1 && !fits(letters.slice(0, many).join(''))) many--
      // A single letter stands whatever its width.
      if (many < 1) break
      lines.push(letters.slice(0, many).join(''))
      line = letters.slice(many).join('')
    }
  }
  return line ? [...lines, line] : lines
}

/** How high a wrapped text becomes, points. */
export const heightOf = (font: PDFFont, text: string, width: number, size: number): number =>
  linesOf(font, text, width, size).length * size * LEADING

/** Writes wrapped text downwards from y; returns the y below it. */
export function paragraph(
  page: PDFPage,
  font: PDFFont,
  text: string,
  at: { x: number; y: number; width: number; size: number; color?: ReturnType<typeof rgb> },
): number {
  const { x, width, size } = at
  let { y } = at
  for (const line of linesOf(font, text, width, size)) {
    page.drawText(line, { x, y: y - size, size, font, color: at.color ?? INK })
    y -= size * LEADING
  }
  return y
}

/** What writes text in a font: letters it does not have become a question mark instead of an error. Made once for a document. */
export const printable = (font: PDFFont) => {
  const known = new Set(font.getCharacterSet())
  return (text: string) => [...text].map((c) => (known.has(c.codePointAt(0) ?? 0) ? c : c === '\n' ? ' ' : '?')).join('')
}

/** Draws a QR code (ISO/IEC 18004) as filled stretches of its rows, its quiet zone left to the page. */
export function drawCode(page: PDFPage, text: string, at: { x: number; y: number; size: number }): void {
  const { modules } = qrCode(text, { errorCorrectionLevel: 'M' })
  const { size } = modules
  const unit = at.size / size
  // One path for all of it: a drawing for each square takes forty times as long.
  const squares: PDFOperator[] = []
  for (let row = 0; row < size; row++)
    for (let column = 0; column < size; column++) {
      const begin = column
      while (column < size && modules.get(row, column)) column++
      if (column > begin) squares.push(rectangle(at.x + begin * unit, at.y + at.size - (row + 1) * unit, (column - begin) * unit, unit))
    }
  page.pushOperators(pushGraphicsState(), setFillingColor(INK), ...squares, fill(), popGraphicsState())
}
