import { readFile } from 'node:fs/promises'
import fontkit from '@pdf-lib/fontkit'
import { PDFDocument, rgb } from 'pdf-lib'
import { drawCuts } from '../../core/output/drawing/cut-drawing.ts'
import type { Drawing } from '../../core/output/drawing/drawing.ts'
import { drawSheet } from '../../core/output/drawing/sheet-drawing.ts'
import type { Plate } from '../../core/plate/resolve/plate.ts'
import type { Form } from '../../core/sheet/form.ts'
import type { FileStore } from '../files/files.ts'
import { Refusal } from '../problems.ts'
import { drawInto } from './drawing-pdf.ts'
import { FONT_FILES } from './fonts.ts'
import { thumbnailsOf } from './thumbnail.ts'

/** Micrometres in a point (1/72 in). */
const UM_PER_POINT = 25_400 / 72
/** Longest side a PDF page may have: 14 400 points, 5.08 m (ISO 32000-1 annex C). */
const LONGEST_SIDE = 14_400
const FOOT = 40

/** Kinds of sheet that are drawn at the most: more would be a book. */
const MOST_SHEETS = 60

/** The sheet drawing at 1:`scale`, a page for every kind of sheet. */
export const drawingPdf = (files: FileStore, title: string, plate: Plate, scale: number): Promise<Uint8Array> =>
  toScale(files, {
    title: `Drawing 1:${scale}, job ${title}`,
    plate,
    scale,
    draw: (form) => drawSheet(plate, plate.brief.unit, { form: form.id }),
  })

/** Where each kind of sheet is cut apart, at 1:`scale`, the cuts numbered in their order. */
export const cutsPdf = (files: FileStore, title: string, plate: Plate, scale: number): Promise<Uint8Array> =>
  toScale(files, {
    title: `Cut plan 1:${scale}, job ${title}`,
    plate,
    scale,
    draw: (form) => (form.placements.length > 0 ? drawCuts(form, plate.brief) : null),
  })

interface ToScale {
  title: string
  plate: Plate
  scale: number
  draw(form: Form): Drawing | null
}

/** Drawings on pages as large as they need, each with a bar to check the print with a ruler. */
async function toScale(files: FileStore, { title, plate, scale, draw }: ToScale): Promise<Uint8Array> {
  const { unit } = plate.brief
  const fronts = plate.forms.filter((form) => form.side === 'front').slice(0, MOST_SHEETS)
  const drawings = fronts.flatMap((form) => draw(form) ?? [])
  if (drawings.length === 0)
    throw new Refusal(422, {
      code: 'nothing-to-draw',
      field: 'plate',
      message: 'Nothing has been decided yet, so there is no sheet to draw.',
    })
  const pdf = await PDFDocument.create()
  pdf.registerFontkit(fontkit)
  const font = await pdf.embedFont(await readFile(FONT_FILES.regular), { subset: true })
  pdf.setTitle(title)
  const thumbnails = await thumbnailsOf(files, plate)
  const known = new Set(font.getCharacterSet())
  for (const [i, drawing] of drawings.entries()) {
    const [width, height] = [drawing.bounds.w / UM_PER_POINT / scale, drawing.bounds.h / UM_PER_POINT / scale + FOOT]
    if (Math.max(width, height) > LONGEST_SIDE)
      throw new Refusal(422, {
        code: 'drawing-too-large',
        field: 'scale',
        value: String(scale),
        limit: '5.08 m',
        message: `At 1:${scale} the drawing is longer than a PDF page can be. Take a smaller scale.`,
      })
    const page = pdf.addPage([width, height])
    await drawInto(pdf, page, drawing, { x: 0, y: FOOT, width, height: height - FOOT }, font, thumbnails)
    const bar = (unit === 'mm' ? 100_000 : 4 * 25_400) / UM_PER_POINT / scale
    const ink = rgb(0.1, 0.1, 0.1)
    page.drawLine({ start: { x: 18, y: 22 }, end: { x: 18 + bar, y: 22 }, thickness: 0.8, color: ink })
    for (const x of [18, 18 + bar]) page.drawLine({ start: { x, y: 17 }, end: { x, y: 27 }, thickness: 0.8, color: ink })
    const name = drawings.length > 1 ? `${title}  Sheet ${i + 1} of ${drawings.length}` : title
    const clean = [...name].map((c) => (known.has(c.codePointAt(0) ?? 0) ? c : '?')).join('')
    const says = `This line is ${unit === 'mm' ? '100 mm' : '4 in'} of the sheet at 1:${scale}. Print without scaling.  ${clean}`
    page.drawText(says, { x: 18, y: 6, size: Math.min(8, (width - 36) / (says.length * 0.5)), font, color: ink })
  }
  return pdf.save()
}
