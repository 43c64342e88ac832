import { readFile } from 'node:fs/promises'
import fontkit from '@pdf-lib/fontkit'
import { PDFDocument, rgb } from 'pdf-lib'
import sharp from 'sharp'
import { type Drawing, scaled } from '../../core/output/drawing/drawing.ts'
import { drawLayoutTest, STROKE, TEST_INSET } from '../../core/output/drawing/layout-test.ts'
import type { Plate } from '../../core/plate/resolve/plate.ts'
import { layoutOf } from '../../core/plate/resolve/plate.ts'
import { Refusal } from '../problems.ts'
import { FONT_FILES } from './fonts.ts'
import { textOutlines } from './text-outlines.ts'

/** Resolution of the test as a picture, pixels per inch. */
const TEST_PPI = 300
/** Ink of the test: a light grey shows a line and wastes nothing. */
const GREY = 150
const UM_PER_POINT = 25_400 / 72

/** The layout test for the sheet a plate has come to. Refuses when it is too small for the box. */
export function layoutTestOf(plate: Plate, date: string): { drawing: Drawing; sheet: { w: number; h: number } } {
  const { setup } = plate
  const layout = layoutOf(plate)
  if (!setup || !layout)
    throw new Refusal(422, {
      code: 'nothing-possible',
      field: 'lotId',
      message: plate.findings[0]?.says ?? 'This lot does not go through this path.',
    })
  const box = { w: layout.sheet.w - 2 * TEST_INSET, h: layout.sheet.h - 2 * TEST_INSET }
  if (Math.min(box.w, box.h) < 4 * TEST_INSET)
    throw new Refusal(422, {
      code: 'sheet-too-small',
      field: 'lotId',
      limit: '60 mm',
      message: 'The sheet is too small for a layout test.',
    })
  const identity = { printer: setup.printer.name, path: setup.path.name, stock: `${setup.paper.name}, lot ${setup.lot.id}`, date }
  return { drawing: drawLayoutTest(box, plate.brief.unit, identity), sheet: layout.sheet }
}

/** Most pixels along one side and in all: a five-metre sheet is drawn coarser rather than not at all. */
const LIMIT = { side: 30_000, pixels: 80_000_000 }

/** Whole pixels per inch at which the box stays within the limits. */
function resolutionFor({ bounds: { w, h } }: Drawing): number {
  const inches = { w: w / 25_400, h: h / 25_400 }
  return Math.floor(Math.min(TEST_PPI, LIMIT.side / Math.max(inches.w, inches.h), Math.sqrt(LIMIT.pixels / (inches.w * inches.h))))
}

/** The box as a PNG at its true size. */
export async function layoutTestPng(drawing: Drawing): Promise<Buffer> {
  const ppi = resolutionFor(drawing)
  const d = scaled(drawing, ppi / 25_400)
  const [width, height] = [Math.round(d.bounds.w), Math.round(d.bounds.h)]
  const stroke = Math.max(1, (STROKE * ppi) / 25_400)
  const parts = d.marks.map((mark) => {
    if (mark.kind === 'line') return `<line x1="${mark.x1}" y1="${mark.y1}" x2="${mark.x2}" y2="${mark.y2}"/>`
    if (mark.kind !== 'text') return ''
    const { svg, width: long } = textOutlines(mark.text, mark.size)
    const back = mark.anchor === 'middle' ? long / 2 : mark.anchor === 'end' ? long : 0
    return `<g transform="translate(${mark.x - back} ${mark.y})" stroke="none">${svg}</g>`
  })
  const ink = `rgb(${GREY},${GREY},${GREY})`
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="#fff"/><g stroke="${ink}" stroke-width="${stroke}" fill="${ink}">${parts.join('')}</g></svg>`
  return sharp(Buffer.from(svg), { unlimited: true }).greyscale().withMetadata({ density: ppi }).png({ compressionLevel: 9 }).toBuffer()
}

/** The whole sheet as a PDF page of its true size. */
export async function layoutTestPdf(drawing: Drawing, sheet: { w: number; h: number }): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.registerFontkit(fontkit)
  const font = await pdf.embedFont(await readFile(FONT_FILES.regular), { subset: true })
  pdf.setTitle('Layout test')
  const [width, height] = [sheet.w / UM_PER_POINT, sheet.h / UM_PER_POINT]
  const page = pdf.addPage([width, height])
  const x = (um: number) => (um + TEST_INSET) / UM_PER_POINT
  const y = (um: number) => height - (um + TEST_INSET) / UM_PER_POINT
  const color = rgb(GREY / 255, GREY / 255, GREY / 255)
  const known = new Set(font.getCharacterSet())
  for (const mark of drawing.marks) {
    if (mark.kind === 'line')
      page.drawLine({
        start: { x: x(mark.x1), y: y(mark.y1) },
        end: { x: x(mark.x2), y: y(mark.y2) },
        thickness: STROKE / UM_PER_POINT,
        color,
      })
    if (mark.kind === 'text') {
      const size = mark.size / UM_PER_POINT
      const words = [...mark.text].map((c) => (known.has(c.codePointAt(0) ?? 0) ? c : '?')).join('')
      const long = font.widthOfTextAtSize(words, size)
      const back = mark.anchor === 'middle' ? long / 2 : mark.anchor === 'end' ? long : 0
      page.drawText(words, { x: x(mark.x) - back, y: y(mark.y), size, font, color })
    }
  }
  return pdf.save()
}
