import { readFile } from 'node:fs/promises'
import fontkit from '@pdf-lib/fontkit'
import { PDFDocument, type PDFFont, type PDFPage } from 'pdf-lib'
import { type LabelSheet, placeLabels } from '../../core/output/labels/label-layout.ts'
import { lotSizeName } from '../../core/things/media/lot-name.ts'
import { type Lot, type Paper, tallyOf } from '../../core/things/media/media.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import { FONT_FILES } from './fonts.ts'
import { drawCode, INK, paragraph, printable } from './pdf-words.ts'

/** Points in a micrometre: 72 in an inch. */
const POINT = 72 / 25_400
const EDGE = 6

/** What stands on the label of a lot, the most important first. */
function labelWords(lot: Lot, paper: Paper, studio: Pick<Studio, 'pairings' | 'printers' | 'rules'>): { name: string; lines: string[] } {
  const proven = studio.pairings
    .filter((p) => p.paperId === paper.id && tallyOf(p).good > 0)
    .flatMap((p) => {
      const printer = studio.printers.find((x) => x.id === p.printerId)
      const entry = printer?.mediaTypes.find((m) => m.id === p.mediaTypeId)
      return printer && entry ? [`${printer.name}: ${entry.driverName}`] : []
    })
  const side = paper.twoSided ? 'prints on both sides' : paper.printableSide ? `prints on ${paper.printableSide}` : ''
  return {
    name: paper.name,
    lines: [
      [lotSizeName(lot, studio.rules.unit), `${paper.weight} g/m²`, lot.number && `no. ${lot.number}`].filter(Boolean).join(' · '),
      side,
      ...proven,
    ].filter(Boolean),
  }
}

interface LabelOf {
  lot: Lot
  paper: Paper
  /** What its code opens. */
  address: string
}

/** One label: its words at the left, its code at the right, in what there is of room. */
function draw(
  page: PDFPage,
  fonts: { regular: PDFFont; bold: PDFFont },
  at: { x: number; y: number; w: number; h: number },
  of: LabelOf,
  studio: Studio,
): void {
  const code = Math.min(at.h - 2 * EDGE, at.w * 0.42)
  drawCode(page, of.address, { x: at.x + at.w - EDGE - code, y: at.y + (at.h - code) / 2, size: code })
  const width = at.w - code - 3 * EDGE
  const { name, lines } = labelWords(of.lot, of.paper, studio)
  const size = Math.min(11, at.h / 7)
  let y = paragraph(page, fonts.bold, printable(fonts.bold)(name), { x: at.x + EDGE, y: at.y + at.h - EDGE, width, size })
  for (const line of lines) {
    // What no longer fits stands behind the code.
    if (y - size < at.y + EDGE) return
    y = paragraph(page, fonts.regular, printable(fonts.regular)(line), { x: at.x + EDGE, y, width, size: size * 0.8, color: INK })
  }
}

/**
 * Labels for boxes and rolls as a PDF to print at 100 %.
 * @param used labels of the first sheet that are gone already
 */
export async function labelSheetPdf(labels: readonly LabelOf[], studio: Studio, sheet: LabelSheet, used: number): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.registerFontkit(fontkit)
  pdf.setTitle('Labels')
  const regular = await pdf.embedFont(await readFile(FONT_FILES.regular), { subset: true })
  const bold = await pdf.embedFont(await readFile(FONT_FILES.bold), { subset: true })
  const pages: PDFPage[] = []
  for (const [i, { page, left, top }] of placeLabels(sheet, labels.length, used).entries()) {
    while (pages.length <= page) pages.push(pdf.addPage([sheet.width * POINT, sheet.length * POINT]))
    const [w, h] = [sheet.labelWidth * POINT, sheet.labelLength * POINT]
    const at = { x: left * POINT, y: (sheet.length - top) * POINT - h, w, h }
    draw(pages[page] as PDFPage, { regular, bold }, at, labels[i] as LabelOf, studio)
  }
  return pdf.save()
}
