import { type PDFFont, type PDFPage, rgb } from 'pdf-lib'
import { create as qrCode } from 'qrcode'

export const INK = rgb(0.1, 0.1, 0.1)

/** Writes wrapped text downwards from y; returns the y below it. */
export function paragraph(
  page: PDFPage,
  font: PDFFont,
  text: string,
  at: { x: number; y: number; width: number; size: number; color?: ReturnType<typeof rgb> },
): number {
  const { x, width, size } = at
  let { y } = at
  let line = ''
  const put = () => {
    page.drawText(line, { x, y: y - size, size, font, color: at.color ?? INK })
    y -= size * 1.32
  }
  for (const word of text.split(/\s+/)) {
    const longer = line ? `${line} ${word}` : word
    if (font.widthOfTextAtSize(longer, size) > width && line) {
      put()
      line = word
    } else line = longer
  }
  if (line) put()
  return y
}

/** Letters the font does not have become a question mark instead of an error. */
export const printable = (font: PDFFont) => {
  const known = new Set(font.getCharacterSet())
  return (text: string) => [...text].map((c) => (known.has(c.codePointAt(0) ?? 0) ? c : c === '\n' ? ' ' : '?')).join('')
}

/** Draws a QR code (ISO/IEC 18004) as filled squares, its quiet zone left to the page. */
export function drawCode(page: PDFPage, text: string, at: { x: number; y: number; size: number }): void {
  const { modules } = qrCode(text, { errorCorrectionLevel: 'M' })
  const unit = at.size / modules.size
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++)
      if (modules.get(row, column))
        page.drawRectangle({ x: at.x + column * unit, y: at.y + at.size - (row + 1) * unit, width: unit, height: unit, color: INK })
}
