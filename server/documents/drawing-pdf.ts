import { degrees, type PDFDocument, type PDFFont, type PDFPage, rgb } from 'pdf-lib'
import sharp from 'sharp'
import type { Drawing, Mark, Role } from '../../core/output/drawing/drawing.ts'
import { LEADING } from '../../core/sheet/make/back-text.ts'
import type { Rect } from '../../core/sheet/rect.ts'

interface Style {
  stroke?: number
  fill?: number
  width?: number
  dash?: number[]
}

/** Greys of each role on paper. */
const STYLES: Record<Role, Style> = {
  printer: { fill: 0.75 },
  feed: { stroke: 0.2, width: 0.8 },
  sheet: { stroke: 0.15, fill: 1, width: 0.9 },
  edge: { stroke: 0, width: 0.9 },
  page: { stroke: 0.35, width: 0.5, dash: [4, 2] },
  printable: { stroke: 0.6, width: 0.3 },
  unprintable: { stroke: 0.8, width: 0.25 },
  dead: { stroke: 0.45, width: 0.5 },
  picture: { stroke: 0.4, width: 0.4, fill: 0.88 },
  clipped: { stroke: 0.2, width: 0.5 },
  bleed: { stroke: 0.3, width: 0.5, dash: [1.5, 1.5] },
  guide: { stroke: 0, width: 2 },
  next: { stroke: 0, width: 2 },
  dimension: { stroke: 0.1, width: 0.5 },
  extent: { stroke: 0.4, width: 0.4 },
  trim: { stroke: 0.1, width: 0.6, dash: [6, 2] },
  stroke: { fill: 0 },
  cut: { stroke: 0, width: 1, dash: [7, 3] },
  fold: { stroke: 0.1, width: 0.6, dash: [8, 2, 1.5, 2] },
  face: { stroke: 0.1, width: 0.6, dash: [4, 2] },
  skew: { stroke: 0.5, width: 0.3, dash: [2, 2] },
  snap: { stroke: 0.5, fill: 0.3, width: 0.3 },
  ruler: { stroke: 0.4, width: 0.3 },
  band: { fill: 1 },
  words: { fill: 0.05 },
  label: { fill: 0.35 },
  strong: { fill: 0.05 },
}

const grey = (v: number) => rgb(v, v, v)

/** A thumbnail of the face with the sides a wrapped canvas gets; a stretched side is shown as its edge drawn out. */
async function withSides(face: Buffer, mark: Extract<Mark, { kind: 'picture' }>): Promise<Buffer> {
  const { width = 1 } = await sharp(face).metadata()
  const { depth, wrap, colour } = mark.sides ?? { depth: 0, wrap: 'mirror', colour: '#ffffff' }
  const across = mark.turn === 90 || mark.turn === 270 ? mark.rect.h : mark.rect.w
  const by = Math.max(1, Math.round((depth * width) / Math.max(1, across - 2 * depth)))
  const around = { left: by, right: by, top: by, bottom: by }
  return sharp(face)
    .extend(wrap === 'colour' ? { ...around, background: colour } : { ...around, extendWith: wrap === 'mirror' ? 'mirror' : 'copy' })
    .toBuffer()
}

/** Draws a sheet drawing into a box of a PDF page. `thumbnail` is the upright picture as JPEG, or null. */
export async function drawInto(
  pdf: PDFDocument,
  page: PDFPage,
  drawing: Drawing,
  box: { x: number; y: number; width: number; height: number },
  font: PDFFont,
  /** Pictures by the item they are of. */
  thumbnails: ReadonlyMap<string, Buffer>,
): Promise<void> {
  const { bounds } = drawing
  const scale = Math.min(box.width / bounds.w, box.height / bounds.h)
  const toX = (x: number) => box.x + (x - bounds.x) * scale
  const toY = (y: number) => box.y + box.height - (y - bounds.y) * scale
  const place = (r: Rect) => ({ x: toX(r.x), y: toY(r.y + r.h), width: r.w * scale, height: r.h * scale })
  const known = new Set(font.getCharacterSet())
  const readable = (text: string) => [...text].map((c) => (known.has(c.codePointAt(0) ?? 0) ? c : '?')).join('')
  const one = async (mark: Mark) => {
    const style = STYLES[mark.role]
    const line = (x1: number, y1: number, x2: number, y2: number) =>
      page.drawLine({
        start: { x: toX(x1), y: toY(y1) },
        end: { x: toX(x2), y: toY(y2) },
        thickness: style.width ?? 0.5,
        color: grey(style.stroke ?? 0),
        ...(style.dash ? { dashArray: style.dash } : {}),
      })
    switch (mark.kind) {
      case 'rect':
        page.drawRectangle({
          ...place(mark.rect),
          ...(style.fill === undefined ? {} : { color: grey(style.fill) }),
          ...(style.stroke === undefined ? {} : { borderColor: grey(style.stroke), borderWidth: style.width ?? 0.5 }),
          ...(style.dash ? { borderDashArray: style.dash } : {}),
        })
        break
      case 'hatch': {
        const { x, y, w, h } = mark.rect
        const step = 5 / scale
        for (let k = -h; k < w; k += step) {
          const x1 = Math.max(0, k)
          const x2 = Math.min(w, k + h)
          if (x2 > x1) line(x + x1, y + (x1 - k), x + x2, y + (x2 - k))
        }
        break
      }
      case 'line': {
        line(mark.x1, mark.y1, mark.x2, mark.y2)
        break
      }
      case 'picture': {
        const thumbnail = thumbnails.get(mark.item)
        if (thumbnail) {
          const { width = 1, height = 1 } = await sharp(thumbnail).metadata()
          const crop = {
            left: Math.round(mark.crop.x * width),
            top: Math.round(mark.crop.y * height),
            width: Math.max(1, Math.floor(mark.crop.w * width)),
            height: Math.max(1, Math.floor(mark.crop.h * height)),
          }
          const face = await sharp(thumbnail).extract(crop).toBuffer()
          const turned = await sharp(mark.sides ? await withSides(face, mark) : face)
            .rotate(mark.turn)
            .jpeg()
            .toBuffer()
          page.drawImage(await pdf.embedJpg(turned), place(mark.rect))
        } else page.drawRectangle({ ...place(mark.rect), color: grey(style.fill ?? 0.88) })
        break
      }
      case 'words': {
        const { rect, turn } = mark
        const size = mark.size * scale
        const [w, h] = turn === 90 || turn === 270 ? [rect.h, rect.w] : [rect.w, rect.h]
        for (const [i, line] of mark.lines.entries()) {
          const text = readable(line)
          const spare = w - font.widthOfTextAtSize(text, size) / scale
          const x = mark.align === 'left' ? 0 : mark.align === 'right' ? spare : spare / 2
          const y = i * mark.size * LEADING + mark.size * 0.9
          const [px, py] = { 0: [x, y], 90: [h - y, x], 180: [w - x, h - y], 270: [y, w - x] }[turn] as [number, number]
          page.drawText(text, {
            x: toX(rect.x + px),
            y: toY(rect.y + py),
            size,
            font,
            rotate: degrees(-turn),
            color: grey(style.fill ?? 0.05),
          })
        }
        break
      }
      case 'text': {
        const size = mark.size * scale
        const text = readable(mark.text)
        const width = font.widthOfTextAtSize(text, size)
        const back = mark.anchor === 'middle' ? width / 2 : mark.anchor === 'end' ? width : 0
        const at = mark.sideways
          ? { x: toX(mark.x), y: toY(mark.y) - back, rotate: degrees(90) }
          : { x: toX(mark.x) - back, y: toY(mark.y) }
        page.drawText(text, { ...at, size, font, color: grey(style.fill ?? 0.1) })
        break
      }
    }
  }
  for (const mark of drawing.marks) await one(mark)
}
