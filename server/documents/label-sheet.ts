import { readFile } from 'node:fs/promises'
import fontkit from '@pdf-lib/fontkit'
import { PDFDocument, type PDFFont, type PDFPage } from 'pdf-lib'
import { type LabelSheet, placeLabels } from '../../core/output/labels/label-layout.ts'
import type { LabelWords } from '../../core/output/labels/label-words.ts'
import { FONT_FILES } from './fonts.ts'
import { drawCode, heightOf, INK, paragraph, printable } from './pdf-words.ts'

/** Points in a micrometre: 72 in an inch. */
const POINT = 72 / 25_400
const EDGE = 6
/** Sizes of a name’s letters, in those it has where it is short. */
const SMALLER = [1, 0.85, 0.7, 0.6, 0.5, 0.4, 0.3]

/** What one label says, and the address its code opens. */
interface LabelOf extends LabelWords {
  address: string
}

/** Labels for boxes and rolls, on such a sheet. */
export interface LabelSheetTask {
  labels: readonly LabelOf[]
  sheet: LabelSheet
  /** Labels of the first sheet that are gone already. */
  used: number
}

/** A font, and what writes in it. */
interface Writing {
  font: PDFFont
  clean(text: string): string
}

/** One label: its words at the left, its code at the right, in what there is of room. */
function draw(
  page: PDFPage,
  { regular, bold }: { regular: Writing; bold: Writing },
  at: { x: number; y: number; w: number; h: number },
  { name, lines, address }: LabelOf,
): void {
  const code = Math.min(at.h - 2 * EDGE, at.w * 0.42)
  drawCode(page, address, { x: at.x + at.w - EDGE - code, y: at.y + (at.h - code) / 2, size: code })
  const width = at.w - code - 3 * EDGE
  const room = at.h - 2 * EDGE
  const named = bold.clean(name)
  const sizes = SMALLER.map((by) => Math.min(11, at.h / 7) * by)
  // The name stands whole, in smaller letters where it is long: nothing may run into the label below.
  const size = sizes.find((height) => heightOf(bold.font, named, width, height) <= room) ?? (sizes.at(-1) as number)
  let y = paragraph(page, bold.font, named, { x: at.x + EDGE, y: at.y + at.h - EDGE, width, size })
  for (const line of lines) {
    const words = regular.clean(line)
    // What no longer fits stands behind the code.
    if (y - heightOf(regular.font, words, width, size * 0.8) < at.y + EDGE) return
    y = paragraph(page, regular.font, words, { x: at.x + EDGE, y, width, size: size * 0.8, color: INK })
  }
}

/** Labels for boxes and rolls as a PDF to print at 100 %. */
export async function labelSheetPdf({ labels, sheet, used }: LabelSheetTask): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.registerFontkit(fontkit)
  pdf.setTitle('Labels')
  const writing = async (file: string): Promise<Writing> => {
    const font = await pdf.embedFont(await readFile(file), { subset: true })
    return { font, clean: printable(font) }
  }
  const fonts = { regular: await writing(FONT_FILES.regular), bold: await writing(FONT_FILES.bold) }
  const pages: PDFPage[] = []
  for (const [i, { page, left, top }] of placeLabels(sheet, labels.length, used).entries()) {
    while (pages.length <= page) pages.push(pdf.addPage([sheet.width * POINT, sheet.length * POINT]))
    const [w, h] = [sheet.labelWidth * POINT, sheet.labelLength * POINT]
    const at = { x: left * POINT, y: (sheet.length - top) * POINT - h, w, h }
    draw(pages[page] as PDFPage, fonts, at, labels[i] as LabelOf)
  }
  return pdf.save()
}
